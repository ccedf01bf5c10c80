/** Whom one's own painting is shown to, and what they remarked. */
import { useState } from "react";

import { Box, Button, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate, useParams } from "react-router";

import { Choice } from "../../shared/ui/Choice";
import { CopyLink } from "../../shared/ui/CopyLink";
import { Failed, Loading } from "../../shared/ui/States";
import { longDay } from "../../shared/ui/words";
import { paintingQuery } from "../subject";
import {
  answerRemark,
  endShare,
  makeLink,
  removeRemark,
  showTo,
  tickRemark,
  type Remark,
  type Sharing,
} from "./queries";
import { RemarkForm, RemarkList } from "./Remarks";
import { useSharing } from "./useSharing";
import { headline } from "./words";

const DAYS: [string, string][] = [
  ["3", "for three days"],
  ["14", "for two weeks"],
  ["90", "for three months"],
  ["365", "for a year"],
];

type Keep = (what: Promise<Sharing>) => Promise<boolean>;

export default function SharingPage() {
  const id = Number(useParams().paintingId);
  const painting = useQuery(paintingQuery(id));
  const { found, keep } = useSharing(id);
  const navigate = useNavigate();
  if (painting.isError) return <Failed error={painting.error} />;
  if (found.isError) return <Failed error={found.error} again={() => void found.refetch()} />;
  if (!found.data || !painting.data) return <Loading what="who sees it" />;
  const { shares, remarks } = found.data;
  const open = (one: Remark) =>
    void navigate(
      one.about === "area"
        ? `/paintings/${id}/areas?area=${one.subject}`
        : `/paintings/${id}/passes?pass=${one.pass_number}`,
    );
  return (
    <Box component="main" sx={{ p: 3, maxWidth: 1040, mx: "auto" }}>
      <title>{`Shown: ${painting.data.title} · Ypsochrom`}</title>
      <Button component={Link} to={`/paintings/${id}/subject`} sx={{ ml: -1 }}>
        Back to {painting.data.title}
      </Button>
      <Typography variant="h1" sx={{ mt: 1 }}>
        {headline(shares)}
      </Typography>
      <Typography color="text.secondary" sx={{ mb: 3 }}>
        Whoever sees it sees picture, values, areas, piles, units and stages, and can change nothing.
      </Typography>
      <Box sx={{ display: "grid", gap: 5, gridTemplateColumns: { md: "minmax(0,1fr) minmax(0,1fr)" } }}>
        <Shares sharing={found.data} painting={id} keep={keep} />
        <Box component="section" aria-label="What was remarked">
          <Typography variant="h2" gutterBottom>
            Remarks
          </Typography>
          {remarks.length === 0 && (
            <Typography color="text.secondary">
              None yet. Teachers remark on the painting, an area or a unit.
            </Typography>
          )}
          <RemarkList
            remarks={remarks}
            tick={(one) => void keep(tickRemark(one.id, !one.done))}
            mayRemove={() => true}
            remove={(one) => void keep(removeRemark(one.id))}
            show={open}
          />
          {(remarks.length > 0 || shares.some((one) => one.teacher)) && (
            <RemarkForm
              label="Your answer, or a question"
              keep={(text) => keep(answerRemark(id, { text, about: "painting", subject: "" }))}
            />
          )}
        </Box>
      </Box>
    </Box>
  );
}

function Shares({ sharing, painting, keep }: { sharing: Sharing; painting: number; keep: Keep }) {
  const [days, setDays] = useState("14");
  return (
    <Box component="section" aria-label="Who sees it">
      <Stack component="ul" sx={{ listStyle: "none", p: 0, m: 0, gap: 2 }}>
        {sharing.shares.map((one) => (
          <Stack key={one.id} component="li" sx={{ gap: 0.5 }}>
            <Stack direction="row" sx={{ alignItems: "center", gap: 2 }}>
              <Typography sx={{ flex: 1 }}>
                {one.teacher ?? "Whoever has this link"}
                {one.until && `, until ${longDay(one.until)}`}
              </Typography>
              <Button onClick={() => void keep(endShare(one.id))}>Show it no longer</Button>
            </Stack>
            {one.url && <CopyLink url={one.url} />}
          </Stack>
        ))}
      </Stack>
      <Typography variant="h2" sx={{ mt: sharing.shares.length ? 3 : 0 }} gutterBottom>
        Show it to a teacher
      </Typography>
      {sharing.teachers.length === 0 ? (
        <Typography color="text.secondary">
          {sharing.shares.some((one) => one.teacher)
            ? "There is no other teacher at this site."
            : "There is no teacher at this site yet: its owner gives that role."}
        </Typography>
      ) : (
        <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
          {sharing.teachers.map((one) => (
            <Button key={one.id} variant="outlined" onClick={() => void keep(showTo(painting, one.id))}>
              {one.name}
            </Button>
          ))}
        </Stack>
      )}
      <Typography variant="h2" sx={{ mt: 3 }}>
        Show it by a link
      </Typography>
      <Stack direction="row" sx={{ gap: 2, alignItems: "end" }}>
        <Box sx={{ width: 220 }}>
          <Choice label="It works" value={days} options={DAYS} choose={setDays} />
        </Box>
        <Button variant="outlined" onClick={() => void keep(makeLink(painting, Number(days)))}>
          Make a link
        </Button>
      </Stack>
    </Box>
  );
}

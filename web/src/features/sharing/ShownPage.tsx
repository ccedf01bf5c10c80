/** A painting that somebody shows: looked at, remarked on by a teacher, changed by nobody. */
import { useState } from "react";

import { Alert, Box, Button, Typography } from "@mui/material";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useParams } from "react-router";

import type { Size } from "../../shared/geometry/viewport";
import { FactTabs } from "../../shared/ui/FactTabs";
import { LookButtons } from "../../shared/ui/LookButtons";
import { mm } from "../../shared/ui/numbers";
import { Loading } from "../../shared/ui/States";
import { Layer, Viewer } from "../../shared/ui/Viewer";
import { useAttempt } from "../../shared/ui/useAttempt";
import { longDay } from "../../shared/ui/words";
import { AreaOverlay } from "../areas";
import { areaUnder } from "./outlines";
import { remark, seenQuery, takeBack, type Remark, type RemarkIn, type Seen } from "./queries";
import { RemarkForm, RemarkList } from "./Remarks";
import { SeenAreas, SeenPiles, SeenUnits } from "./SeenFacts";

type Tab = "units" | "areas" | "piles" | "remarks";
type Look = "photo" | "values" | `after ${number}`;

export default function ShownPage() {
  const ref = useParams().reference ?? "";
  const seen = useQuery(seenQuery(ref));
  if (seen.isPending) return <Loading what="the painting" />;
  if (seen.isError)
    return (
      <Box component="main" sx={{ p: 4, maxWidth: 560, mx: "auto" }}>
        <title>Not shown · Ypsochrom</title>
        <Alert severity="info">
          This painting is not shown here, or no longer. If you are its teacher, log in; if you have a link,
          ask for a new one.
        </Alert>
        <Button component={Link} to="/" sx={{ mt: 2 }}>
          To the studio
        </Button>
      </Box>
    );
  return <Shown seen={seen.data} reference={ref} />;
}

function Shown({ seen, reference }: { seen: Seen; reference: string }) {
  const queries = useQueryClient();
  const [tab, setTab] = useState<Tab>(seen.units.length ? "units" : "areas");
  const [look, setLook] = useState<Look>("photo");
  const [area, setArea] = useState<string | null>(null);
  const [unit, setUnit] = useState<string | null>(null);
  const { problem, attempt } = useAttempt();
  const picture: Size = { width: seen.width_px, height: seen.height_px };
  const lit = tab === "areas" && area ? [area] : (seen.units.find((one) => one.id === unit)?.areas ?? []);
  const keep = (what: Promise<Seen>): Promise<boolean> =>
    attempt(async () => queries.setQueryData(seenQuery(reference).queryKey, await what));
  const remarksOn = (about: Remark["about"], subject = "") => (
    <RemarksHere
      seen={seen}
      about={about}
      subject={subject}
      say={(text) => keep(remark(reference, { text, about, subject } satisfies RemarkIn))}
      remove={(one) => void keep(takeBack(reference, one.id))}
    />
  );
  const open = (one: Remark) => {
    setTab(one.about === "unit" ? "units" : "areas");
    if (one.about === "unit") setUnit(one.subject);
    else setArea(one.subject);
  };
  return (
    <Box
      component="main"
      sx={{
        height: { md: "100dvh" },
        display: "grid",
        gridTemplateColumns: { md: "minmax(0,1fr) 400px" },
        gridTemplateRows: { xs: "auto 52vh auto", md: "auto minmax(0,1fr)" },
      }}
    >
      <title>{`${seen.title} · Ypsochrom`}</title>
      <Box
        component="header"
        sx={{
          gridColumn: { md: "1 / -1" },
          px: 2.5,
          py: 1.5,
          bgcolor: "background.paper",
          display: "flex",
          gap: 3,
        }}
      >
        <Box sx={{ flex: 1, minWidth: 0 }}>
          <Typography variant="h1" noWrap>
            {seen.title}
          </Typography>
          <Typography color="text.secondary">
            by {seen.by}, {Math.round(seen.width_mm)} × {mm(seen.height_mm)}
            {seen.until && `; to be seen until ${longDay(seen.until)}`}
          </Typography>
        </Box>
        {seen.may_remark && (
          <Button component={Link} to="/">
            To the studio
          </Button>
        )}
      </Box>
      <Box sx={{ position: "relative", minHeight: 0 }}>
        <Viewer
          picture={picture}
          label={`${seen.title}, shown by ${seen.by}`}
          onTap={(at) => {
            setArea(areaUnder(seen, at));
            setTab("areas");
          }}
          tools={<LookButtons looks={looksOf(seen)} look={look} show={setLook} />}
        >
          <Layer src={seen.picture_url} alt="The photo" />
          {look === "values" && <Layer src={seen.value_url} alt="Its values in greys" />}
          {seen.stages.map(
            (one) =>
              look === `after ${one.number}` && (
                <Layer key={one.number} src={one.url} alt={`As it should look after pass ${one.number}`} />
              ),
          )}
          {(tab === "areas" || lit.length > 0) && (
            <AreaOverlay
              areas={seen.areas}
              widthMm={seen.width_mm}
              heightMm={seen.height_mm}
              chosen={new Set(lit)}
              numbers={tab === "areas"}
            />
          )}
        </Viewer>
      </Box>
      <Box
        component="section"
        aria-label="Facts"
        sx={{ overflow: "auto", bgcolor: "background.paper", px: 2.5, py: 1.5 }}
      >
        <FactTabs
          label="What is told"
          tab={tab}
          choose={setTab}
          tabs={[
            ["units", `Units ${seen.units.length || ""}`],
            ["areas", `Areas ${seen.areas.length || ""}`],
            ["piles", `Piles ${seen.mixes.length || ""}`],
            ...(seen.may_remark ? [["remarks", `Remarks ${seen.remarks.length || ""}`] as const] : []),
          ]}
        />
        {problem && (
          <Alert severity="info" sx={{ mt: 1 }}>
            {problem}
          </Alert>
        )}
        {tab === "units" && <SeenUnits {...{ seen, unit, remarksOn }} choose={setUnit} />}
        {tab === "areas" && <SeenAreas {...{ seen, area, remarksOn }} choose={setArea} />}
        {tab === "piles" && <SeenPiles mixes={seen.mixes} />}
        {tab === "remarks" && (
          <Box sx={{ pt: 2 }}>
            {seen.remarks.length === 0 && (
              <Typography color="text.secondary">
                None yet. Choose a unit or an area to remark on it, or write about the whole.
              </Typography>
            )}
            <RemarkList
              remarks={seen.remarks}
              mayRemove={(one) => one.own}
              remove={(one) => void keep(takeBack(reference, one.id))}
              show={open}
            />
            <RemarkForm
              label="On the whole painting"
              keep={(text) => keep(remark(reference, { text, about: "painting", subject: "" }))}
            />
          </Box>
        )}
      </Box>
    </Box>
  );
}

function looksOf(seen: Seen): [Look, string, string][] {
  return [
    ["photo", "Photo", "The photo"],
    ["values", "Values", "Its values in greys"],
    ...seen.stages.map((one): [Look, string, string] => [
      `after ${one.number}`,
      `After ${one.number}`,
      `After ${one.number}, as it should look: ${one.role}`,
    ]),
  ];
}

interface HereProps {
  seen: Seen;
  about: Remark["about"];
  subject: string;
  say: (text: string) => Promise<boolean>;
  remove: (remark: Remark) => void;
}

/** Remarks on what is chosen, and a field for the next; nothing where nobody may remark. */
function RemarksHere({ seen, about, subject, say, remove }: HereProps) {
  if (!seen.may_remark) return null;
  const here = seen.remarks.filter((one) => one.about === about && one.subject === subject);
  return (
    <Box sx={{ mt: 1.5 }}>
      <RemarkList remarks={here} mayRemove={(one) => one.own} remove={remove} />
      <RemarkForm label={about === "unit" ? "On this unit" : "On this area"} keep={say} />
    </Box>
  );
}

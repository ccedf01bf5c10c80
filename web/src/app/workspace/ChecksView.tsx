/** The checks: the painting photographed, held against what it should look like now, and what to mend first. */
import { useState } from "react";

import {
  Alert,
  AlertTitle,
  Box,
  Button,
  LinearProgress,
  Stack,
  ToggleButton,
  Typography,
} from "@mui/material";
import { useQuery, useQueryClient } from "@tanstack/react-query";

import {
  AreaTable,
  CheckPicture,
  checkQuery,
  checksQuery,
  CheckStrip,
  MendList,
  NewPhoto,
  PhotoPicture,
  PhotoSettings,
  PlacePicture,
  Places,
  PLAIN,
  SHOWS,
  sorted,
  SWITCHES,
  takeOffer,
  useCheck,
  type Looks,
  type Pointing,
} from "../../features/checks";
import { inWords } from "../../shared/api/client";
import { FactTabs } from "../../shared/ui/FactTabs";
import { LookButtons } from "../../shared/ui/LookButtons";
import { RunLine } from "../../shared/ui/RunLine";
import { Empty, Failed, Loading } from "../../shared/ui/States";
import { useUndo } from "../../shared/undo/UndoProvider";
import type { Desk } from "./desk";
import { FactsFrame, NotPlanned, StripFrame } from "./frames";

const TABS = [
  ["mend", "Mend"],
  ["areas", "Areas"],
  ["places", "Places"],
  ["photo", "Photo"],
] as const;

export default function ChecksView({ desk }: { desk: Desk }) {
  const { id, search, choose } = desk;
  const checks = useQuery(checksQuery(id));
  const asked = search.get("check");
  const newest = checks.data?.checks[0]?.id ?? null;
  const chosen = asked === "new" ? null : asked ? Number(asked) : newest;
  const keep = useCheck(id, chosen);
  const queries = useQueryClient();
  const { edit, tell } = useUndo();
  const [looks, setLooks] = useState<Looks>(PLAIN);
  const [mended, setMended] = useState<number | null>(null);
  const [landmark, setLandmark] = useState<number | null>(null);
  const [pointing, setPointing] = useState<Pointing>("corners");
  const [against, setAgainst] = useState<number | null>(null);
  const [pile, setPile] = useState<string | null>(null);
  const said = search.get("tab");
  const tab = TABS.find(([name]) => name === said)?.[0] ?? "mend";
  const show = (check: number | "new") => {
    choose({ check, tab: null });
    setMended(null);
    setLandmark(null);
  };
  if (checks.isPending) return <Loading what="the checks" />;
  if (checks.isError) return <Failed error={checks.error} again={() => void checks.refetch()} />;
  const number = against ?? checks.data.suggested;
  const size_mm = { width: checks.data.width_mm, height: checks.data.height_mm };
  const proportion = size_mm.width / size_mm.height;
  const check = chosen === null ? null : (keep.check.data ?? null);
  const report = check?.report ?? null;
  const picture = { width: 1200, height: Math.round(1200 / proportion) };
  const first = report ? sorted(report.mend).first : [];
  const isPhoto = check !== null && (tab === "photo" || check.state === "failed");
  const place = tab === "places" && report && landmark !== null ? report.landmarks[landmark] : undefined;
  const opened = (sent: { id: number } | null) => sent && show(sent.id);

  const accept = async (offer: number) => {
    if (chosen === null) return;
    await edit(() => takeOffer(id, chosen, offer)).catch((error: unknown) => tell(inWords(error)));
    await queries.invalidateQueries({ queryKey: checkQuery(id, chosen).queryKey });
  };

  const stage = () => {
    if (chosen === null || !check) return <Before desk={desk} number={number} />;
    if (isPhoto)
      return (
        <PhotoPicture
          key={`${check.id} ${pointing}`}
          check={check}
          pointing={pointing}
          setCorners={(corners) => void keep.ask({ ...check.asked, corners })}
          tap={(at) =>
            void keep.ask(
              pointing === "grey"
                ? { ...check.asked, grey: [at.x, at.y] }
                : {
                    ...check.asked,
                    piles: pile ? [...check.asked.piles!, { pile, at: [at.x, at.y] }] : check.asked.piles,
                  },
            )
          }
        />
      );
    if (!check.flat_url) return <Before desk={desk} number={check.number} />;
    if (place)
      return (
        <PlacePicture
          key={landmark}
          check={check}
          picture={picture}
          size_mm={size_mm}
          landmark={place}
          moved={(at_mm) =>
            void keep.ask({
              ...check.asked,
              moved: [
                ...check.asked.moved!.filter((one) => one.landmark !== landmark),
                { landmark: landmark!, at_mm },
              ],
            })
          }
        />
      );
    return (
      <CheckPicture
        check={check}
        picture={picture}
        size_mm={size_mm}
        focal={checks.data.focal}
        looks={tab === "mend" ? looks : { ...looks, hasMarks: false }}
        mend={first}
        chosen={mended}
        hasArrows={tab === "places"}
        tools={
          <LookButtons looks={SHOWS} look={looks.show} show={(to) => setLooks({ ...looks, show: to })} />
        }
      />
    );
  };

  return (
    <>
      <Box
        sx={{
          gridColumn: { xs: "1 / -1", md: "viewer-start / ladder-end" },
          gridRow: { xs: 2, md: 1 },
          minHeight: 0,
          minWidth: 0,
          display: "grid",
          gridTemplateRows: "auto minmax(0,1fr)",
        }}
      >
        <Stack direction="row" sx={{ gap: 0.5, px: 1.5, py: 0.75, flexWrap: "wrap", minHeight: 52 }}>
          {check?.flat_url &&
            !isPhoto &&
            !place &&
            SWITCHES.filter(([name]) => name !== "hasMarks" || tab === "mend").map(([name, word, full]) => (
              <ToggleButton
                key={name}
                value={name}
                size="small"
                selected={looks[name]}
                onChange={() => setLooks({ ...looks, [name]: !looks[name] })}
                title={full}
                sx={{ px: 1.25 }}
              >
                {word}
              </ToggleButton>
            ))}
        </Stack>
        <Box sx={{ minHeight: 0, position: "relative" }}>{stage()}</Box>
      </Box>
      <StripFrame>
        <CheckStrip
          checks={checks.data.checks}
          chosen={chosen}
          choose={show}
          fresh={() => show("new")}
          proportion={proportion}
        />
      </StripFrame>
      <FactsFrame>
        {keep.refusal && (
          <Alert severity="error" sx={{ my: 1 }}>
            {keep.refusal}
          </Alert>
        )}
        {keep.isSending && <LinearProgress aria-label="Sending the photo" sx={{ my: 1 }} />}
        <RunLine label="Measuring" doing={keep.doing} stop={keep.stop} />
        {checks.data.stages.length <= 1 && <NotPlanned what="plan to hold a photo against" />}
        {chosen === null ? (
          <NewPhoto
            checks={checks.data}
            number={number}
            setNumber={setAgainst}
            isSending={keep.isSending}
            photograph={(number, photo) => void keep.photograph(number, photo).then(opened)}
            simulate={(number, seed) => void keep.simulate(number, seed).then(opened)}
          />
        ) : !check ? (
          keep.check.isError ? (
            <Failed error={keep.check.error} again={() => show("new")} />
          ) : (
            <Loading what="the check" />
          )
        ) : (
          <>
            <FactTabs
              label="What is told of the check"
              tabs={TABS}
              tab={isPhoto ? "photo" : tab}
              choose={(to) => choose({ tab: to })}
            />
            {check.message && (
              <Alert severity="warning" sx={{ my: 1 }}>
                <AlertTitle>{check.message}</AlertTitle>
                {check.hint}
              </Alert>
            )}
            {isPhoto ? (
              <PhotoSettings
                checks={checks.data}
                check={check}
                pointing={pointing}
                point={setPointing}
                pile={pile}
                choosePile={setPile}
                ask={(to) => void keep.ask(to)}
                join={(photo) => void keep.join(photo)}
                remove={() => void keep.remove().then((removed) => removed !== null && show("new"))}
                isSending={keep.isSending}
              />
            ) : !report ? (
              keep.doing.state === "under way" ? (
                <Typography sx={{ py: 2 }}>
                  The photo is kept. What to mend first stands here in a moment.
                </Typography>
              ) : check.state === "waiting" ? (
                <Stack sx={{ gap: 1, py: 2 }}>
                  <Empty title="Not measured yet">The photo is kept.</Empty>
                  <Button variant="contained" onClick={() => void keep.ask(check.asked)}>
                    Measure it
                  </Button>
                </Stack>
              ) : null
            ) : tab === "areas" ? (
              <AreaTable report={report} />
            ) : tab === "places" ? (
              <Places report={report} chosen={landmark} choose={setLandmark} />
            ) : (
              <MendList
                check={check}
                report={report}
                chosen={mended}
                choose={setMended}
                accept={(offer) => void accept(offer)}
              />
            )}
          </>
        )}
      </FactsFrame>
    </>
  );
}

/** What stands on the stage before a photo is measured: the painting as it should look after this pass, or what is painted from. */
function Before({ desk, number }: { desk: Desk; number: number }) {
  const pass = desk.passes.data?.passes.find((one) => one.number === number);
  const url = pass?.stage_url || desk.painting.data!.picture_url;
  return (
    <Box sx={{ height: "100%", display: "grid", placeItems: "center", bgcolor: "surround.middle", p: 3 }}>
      <img
        src={url}
        alt={pass ? `As planned after pass ${number}, ${pass.title}` : "What is painted"}
        style={{ maxWidth: "100%", maxHeight: "100%", minHeight: 0 }}
      />
    </Box>
  );
}

/** The workspace of one painting: the work in its order on the left, then the view of the word that is worked on, and the value ladder. */
import { lazy, Suspense, useEffect, useState } from "react";

import { Box } from "@mui/material";
import { useNavigate, useParams } from "react-router";

import { askedOf, LooksProvider, ValueLadder } from "../../features/values";
import { addressNow } from "../../shared/address";
import { Failed, Loading } from "../../shared/ui/States";
import { ZoomProvider } from "../../shared/ui/Viewer";
import { isTyping } from "../Shell";
import { ViewBoundary } from "../ViewBoundary";
import { WorkList } from "./WorkList";
import { NOTHING_LAID, type Composing } from "./composing";
import { useDesk } from "./desk";
import { isWord, WORDS, type Word } from "./words";

const ChecksView = lazy(() => import("./ChecksView"));
const AreasView = lazy(() => import("./AreasView"));
const MixesView = lazy(() => import("./MixesView"));
const PassesView = lazy(() => import("./PassesView"));
const SittingsView = lazy(() => import("./SittingsView"));
const SubjectView = lazy(() => import("./SubjectView"));
const ValuesView = lazy(() => import("./ValuesView"));

/** On the passes view the arrows go from stage to stage, unless something that has the focus moves by them. */
const USES_ARROWS =
  '[role="slider"], [role="application"], [role="combobox"], [role="listbox"], [role="option"], [role="menu"]';
const arrowsAreFree = (event: KeyboardEvent, word: Word) =>
  word === "passes" && !(event.target as Element | null)?.closest?.(USES_ARROWS);

export default function Workspace() {
  const params = useParams();
  const id = Number(params.paintingId);
  const word: Word = isWord(params.word) ? params.word : "subject";
  const navigate = useNavigate();
  const desk = useDesk(id, word);
  const [composing, setComposing] = useState<Composing>(NOTHING_LAID);
  const [escapes, setEscapes] = useState(0);
  const { painting, values, standing, search, choose, passes, setIsolated } = desk;

  useEffect(() => {
    const keys = (event: KeyboardEvent) => {
      if (isTyping(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
      const place = Number(event.key) - 1;
      const count = passes.data?.passes.length ?? 0;
      const now = Number(addressNow().get("pass")) || count; // keys can come faster than they are drawn
      if (WORDS[place]) void navigate(`/paintings/${id}/${WORDS[place].word}?${search}`);
      else if (count && (event.key === "[" || (event.key === "ArrowLeft" && arrowsAreFree(event, word))))
        choose({ pass: Math.max(1, now - 1) });
      else if (count && (event.key === "]" || (event.key === "ArrowRight" && arrowsAreFree(event, word))))
        choose({ pass: Math.min(count, now + 1) });
      else if (event.key === "Escape") {
        choose({ area: null, mix: null, palette: null, task: null, sitting: null });
        setIsolated(null);
        setEscapes((times) => times + 1);
      }
    };
    window.addEventListener("keydown", keys);
    return () => window.removeEventListener("keydown", keys);
  }, [choose, id, navigate, passes.data, search, setIsolated, word]);

  if (painting.isPending || values.isPending) return <Loading what="the painting" />;
  if (painting.isError) return <Failed error={painting.error} again={() => void painting.refetch()} />;
  if (values.isError) return <Failed error={values.error} again={() => void values.refetch()} />;
  const facts = values.data;
  const view = () => {
    switch (word) {
      case "subject":
        return (
          <SubjectView
            key={`${id} ${escapes}`}
            desk={desk}
            composing={composing}
            compose={(more) => setComposing((now) => ({ ...now, ...more }))}
          />
        );
      case "values":
        return <ValuesView key={id} desk={desk} />;
      case "areas":
        return <AreasView desk={desk} />;
      case "mixes":
        return <MixesView desk={desk} />;
      case "passes":
        return <PassesView desk={desk} />;
      case "sittings":
        return <SittingsView key={id} desk={desk} />;
      case "checks":
        return <ChecksView key={id} desk={desk} />;
    }
  };
  return (
    <Box
      component="main"
      sx={{
        "--chosen-here": (theme) => theme.palette.divider,
        height: "100%",
        minHeight: 0,
        display: "grid",
        gridTemplateColumns: { xs: "minmax(0,1fr) 92px", md: "222px minmax(0,1fr) 104px 336px" },
        gridTemplateRows: { xs: "auto minmax(380px, 46vh) auto auto", md: "minmax(0,1fr) auto" },
        gridTemplateAreas: {
          xs: '"work work" "viewer ladder" "facts facts" "strip strip"',
          md: '"work viewer ladder facts" "work strip strip facts"',
        },
      }}
    >
      <title>{`${painting.data.title} · Ypsochrom`}</title>
      <Box sx={{ gridArea: "work", overflow: "auto", bgcolor: "background.default" }}>
        <WorkList
          paintingId={id}
          title={painting.data.title}
          standing={standing.data}
          search={search.size ? `?${search}` : ""}
          mayShow={desk.isHosted}
        />
      </Box>
      {word !== "sittings" && word !== "checks" && (
        <Box sx={{ gridArea: "ladder", minHeight: 0, bgcolor: "background.default" }}>
          <ValueLadder
            steps={facts.steps}
            thresholds={desk.live ?? facts.thresholds}
            bytes={desk.valueGreys.data?.data ?? null}
            isolated={desk.isolated}
            isolate={setIsolated}
            move={(limits, done) => {
              desk.setLive(limits);
              if (done) void desk.keepValues({ ...askedOf(facts), limits });
            }}
          />
        </Box>
      )}
      <ZoomProvider key={id}>
        <LooksProvider>
          <ViewBoundary what={`the ${word}`} resetKey={`${id} ${word}`}>
            <Suspense fallback={<Loading what={`the ${word}`} />}>{view()}</Suspense>
          </ViewBoundary>
        </LooksProvider>
      </ZoomProvider>
    </Box>
  );
}

/** Practice: five minutes of questions whose turn it is, or one judgement alone, and how far the painter is with each. */
import { useCallback, useEffect, useRef, useState } from "react";

import {
  Alert,
  Box,
  Button,
  LinearProgress,
  Stack,
  ToggleButton,
  ToggleButtonGroup,
  Typography,
} from "@mui/material";
import { useQuery, useQueryClient } from "@tanstack/react-query";

import { inWords } from "../../shared/api/client";
import { useKept } from "../../shared/kept";
import { Failed, Loading } from "../../shared/ui/States";
import type { Said } from "./asked";
import { Question as Asked } from "./Question";
import { ScoreCard } from "./ScoreCard";
import { ScreenCheck } from "./ScreenCheck";
import { Standings } from "./Standings";
import {
  nextQuestion,
  progressQuery,
  sendAnswer,
  SHEETS_URL,
  type Kind,
  type Question,
  type Sight,
  type Verdict,
} from "./queries";
import { clock, leftOut, NEEDS, SIGHTS, verdictWords } from "./words";

const SESSION_S = 300;

export default function PracticePage() {
  const progress = useQuery(progressQuery);
  const [session, setSession] = useState<{ kind: Kind | null } | null>(null);
  const [sight, setSight] = useKept<Sight>(
    "judged by",
    SIGHTS.map(([one]) => one),
    "all",
  );
  const queries = useQueryClient();
  const end = useCallback(() => {
    setSession(null);
    void queries.invalidateQueries({ queryKey: progressQuery.queryKey });
  }, [queries]);
  if (progress.isError) return <Failed error={progress.error} again={() => void progress.refetch()} />;
  if (!progress.data) return <Loading what="your practice" />;
  return (
    <Box component="main" sx={{ px: 3, py: 2.5, maxWidth: 1080, mx: "auto" }}>
      <title>Practice · Ypsochrom</title>
      {session ? (
        <Session kind={session.kind} sight={sight} end={end} />
      ) : (
        <>
          <Typography variant="h1">Practice</Typography>
          <Typography sx={{ my: 1.5, maxWidth: 640 }}>
            Five minutes before you paint: values, edges and masses of your own pictures, mixes of your own
            tubes, proportions. What is weak or long ago comes first.
          </Typography>
          <Stack direction="row" sx={{ gap: 3, alignItems: "center", flexWrap: "wrap", mb: 2 }}>
            <Button variant="contained" size="large" onClick={() => setSession({ kind: null })}>
              Five minutes
            </Button>
            <Button variant="outlined" size="large" href={SHEETS_URL} download="practice.pdf">
              Sheets to print
            </Button>
          </Stack>
          <Stack direction="row" sx={{ gap: 2, alignItems: "center", flexWrap: "wrap", mb: 1 }}>
            <Typography id="judged-by">I judge by</Typography>
            <ToggleButtonGroup
              exclusive
              size="small"
              value={sight}
              onChange={(_, to: Sight | null) => to && setSight(to)}
              aria-labelledby="judged-by"
            >
              {SIGHTS.map(([one, title]) => (
                <ToggleButton key={one} value={one}>
                  {title}
                </ToggleButton>
              ))}
            </ToggleButtonGroup>
          </Stack>
          <Typography color="text.secondary" aria-live="polite" sx={{ mb: 2, maxWidth: 760 }}>
            {leftOut(progress.data.kinds, sight)}
          </Typography>
          <ScoreCard />
          <Standings
            progress={progress.data}
            next={sight === "all" ? progress.data.next_kind : null}
            practise={(kind) => setSession({ kind })}
          />
        </>
      )}
    </Box>
  );
}

interface SessionProps {
  kind: Kind | null;
  sight: Sight;
  end: () => void;
}

/** What is wrong with the screen by its check, "" where nothing is; null before it was checked. */
const screenToday = (): string | null => sessionStorage.getItem(SCREEN);
const SCREEN = "screen-check";

function Session({ kind, sight, end }: SessionProps) {
  const [question, setQuestion] = useState<Question | null>(null);
  const [verdict, setVerdict] = useState<Verdict | null>(null);
  const [said, setSaid] = useState<Said | null>(null);
  const [problem, setProblem] = useState("");
  const [bare, setBare] = useState(false);
  const [screen, setScreen] = useState(screenToday);
  const [asked, setAsked] = useState(0);
  const left = useTimeLeft(SESSION_S);
  const since = useRef(0);

  const next = useCallback(() => {
    setVerdict(null);
    setSaid(null);
    setBare(false);
    setQuestion(null);
    setProblem("");
    setAsked((now) => now + 1);
  }, []);
  useEffect(() => {
    let here = true;
    nextQuestion(kind, sight).then(
      (one) => {
        if (!here) return;
        setQuestion(one);
        since.current = performance.now();
      },
      (error: unknown) => here && setProblem(inWords(error)),
    );
    return () => void (here = false);
  }, [kind, sight, asked]);
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (event.key === "Escape") end();
      if (event.key === "Enter" && verdict) {
        event.preventDefault();
        next();
      }
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, [verdict, next, end]);

  const answer = async (now: Said) => {
    if (!question || said) return;
    setSaid(now);
    try {
      const { exercise, seed, ratio, scene, about } = question;
      const seconds = (performance.now() - since.current) / 1000;
      setVerdict(
        await sendAnswer({
          ...{ kind: exercise.kind, seed, ratio, scene, about, seconds },
          ...now,
          dim: screen !== "",
        }),
      );
    } catch (error) {
      setSaid(null);
      setProblem(inWords(error));
    }
  };
  const checked = (fault: string) => {
    sessionStorage.setItem(SCREEN, fault);
    setScreen(fault);
    since.current = performance.now();
  };
  const over = left <= 0 && (verdict !== null || question === null);
  if (question && question.needs !== "shapes" && screen === null) return <ScreenCheck done={checked} />;
  return (
    <Stack sx={{ gap: 2 }}>
      <Stack direction="row" sx={{ alignItems: "baseline", gap: 2 }}>
        <Typography variant="h2" component="h1" sx={{ flex: 1 }}>
          {question?.exercise.question ?? ""}
        </Typography>
        <Typography aria-label="Time left">{clock(Math.max(0, left))}</Typography>
        <Button onClick={end}>Stop</Button>
      </Stack>
      {problem && <Alert severity="info">{problem}</Alert>}
      {!question && !problem && <LinearProgress aria-label="The next question" />}
      {question && (
        <>
          {question.note && <Alert severity="info">{question.note}</Alert>}
          {screen && question.needs !== "shapes" && (
            <Typography color="text.secondary">
              {screen} Until then answers are kept and do not count.{" "}
              <Button size="small" onClick={() => setScreen(null)}>
                Check it again
              </Button>
            </Typography>
          )}
          <Asked
            key={question.seed}
            exercise={question.exercise}
            url={question.picture_url}
            verdict={verdict}
            said={said}
            answer={(now) => void answer(now)}
            bare={bare}
            inNumbers={sight !== "all"}
          />
          <Box aria-live="polite" sx={{ minHeight: 120, textAlign: "center" }}>
            {verdict ? (
              <>
                <Typography variant="h2" component="p">
                  {verdictWords(verdict, question.exercise)}
                </Typography>
                <Typography sx={{ maxWidth: 680, mx: "auto", my: 1 }}>{verdict.why}</Typography>
                {!verdict.counts && (
                  <Typography color="text.secondary">
                    That was faster than anybody sees; it is not counted.
                  </Typography>
                )}
                <Stack direction="row" sx={{ gap: 1.5, justifyContent: "center", mt: 1.5 }}>
                  {question.exercise.by_ground && (
                    <Button variant="outlined" onClick={() => setBare(!bare)}>
                      {bare ? "With the grounds" : "Without the grounds"}
                    </Button>
                  )}
                  <Button variant="contained" size="large" onClick={over ? end : next}>
                    {over ? "Time is up: see how far you are" : "Next"}
                  </Button>
                </Stack>
              </>
            ) : (
              <Typography color="text.secondary">
                {question.title}
                {question.of && `, in “${question.of}”`}: {NEEDS[question.needs]}.
                {question.exercise.asks === "one" || question.exercise.asks === "order"
                  ? " Tap, or press its number."
                  : ""}
              </Typography>
            )}
          </Box>
        </>
      )}
    </Stack>
  );
}

/** Seconds left of so many, counted once a second. */
function useTimeLeft(seconds: number): number {
  const [begun] = useState(() => performance.now());
  const [now, setNow] = useState(begun);
  useEffect(() => {
    const timer = setInterval(() => setNow(performance.now()), 1000);
    return () => clearInterval(timer);
  }, []);
  return seconds - (now - begun) / 1000;
}

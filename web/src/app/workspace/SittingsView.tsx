/** The sittings: the plan on the clock, when and in what air it is painted, the light on site, and the bag. */
import { useMemo, useState } from "react";

import {
  Alert,
  AlertTitle,
  Box,
  LinearProgress,
  ToggleButton,
  ToggleButtonGroup,
  Typography,
} from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import {
  Bag,
  Giving,
  LightFacts,
  movedBy,
  nextSitting,
  PlanFacts,
  ScheduleTable,
  SittingFacts,
  sittingsQuery,
  Timeline,
  Together,
  UnitTimes,
  useSearch,
  useSittings,
  WhenFacts,
} from "../../features/sittings";
import { titlesQuery } from "../../features/subject";
import { FactTabs } from "../../shared/ui/FactTabs";
import { RunLine } from "../../shared/ui/RunLine";
import { Empty, Failed, Loading } from "../../shared/ui/States";
import type { Desk } from "./desk";
import { FactsFrame, NotPlanned } from "./frames";

const TABS = [
  ["plan", "Plan"],
  ["when", "When"],
  ["light", "Light"],
  ["bag", "Bag"],
] as const;
type Tab = (typeof TABS)[number][0];
type Look = "drawing" | "table";

export default function SittingsView({ desk }: { desk: Desk }) {
  const { id, search, choose } = desk;
  const sittings = useQuery(sittingsQuery(id));
  const keep = useSittings(id, sittings.data);
  const better = useSearch(id, sittings.data);
  const paintings = useQuery(titlesQuery);
  const [look, setLook] = useState<Look>("drawing");
  const now = useMemo(() => new Date(), []);
  if (sittings.isPending) return <Loading what="the sittings" />;
  if (sittings.isError) return <Failed error={sittings.error} again={() => void sittings.refetch()} />;
  const { schedule, settings, light, problem, hint } = sittings.data;
  const isPlanned = desk.standing.data?.passes !== "missing";
  const task = schedule?.tasks.find((one) => one.id === search.get("task")) ?? null;
  const asked = search.get("tab");
  const tab: Tab = TABS.find(([name]) => name === asked)?.[0] ?? (schedule ? "plan" : "when");
  const sittingNumber = Number(search.get("sitting")) || 0;
  const sitting = schedule?.sittings[sittingNumber - 1];
  const chooseSitting = (number: number) =>
    choose({ sitting: number, task: null, tab: tab === "light" ? "light" : null });
  return (
    <>
      <Box
        sx={{
          gridColumn: { xs: "1 / -1", md: "viewer-start / ladder-end" },
          gridRow: { xs: 2, md: "1 / -1" },
          minHeight: 0,
          minWidth: 0,
          display: "grid",
          gridTemplateRows: "auto minmax(0,1fr)",
        }}
      >
        <Box sx={{ display: "flex", alignItems: "center", gap: 2, px: 2, py: 1 }}>
          <Typography variant="h2" component="h1" sx={{ flex: 1 }}>
            {schedule
              ? `${schedule.sittings.length} ${schedule.sittings.length === 1 ? "sitting" : "sittings"}`
              : "Sittings"}
          </Typography>
          {schedule && (
            <ToggleButtonGroup
              exclusive
              size="small"
              value={look}
              onChange={(_, to: Look | null) => to && setLook(to)}
              aria-label="How the schedule is shown"
            >
              <ToggleButton value="drawing">Timeline</ToggleButton>
              <ToggleButton value="table">Table</ToggleButton>
            </ToggleButtonGroup>
          )}
        </Box>
        {keep.busy && <LinearProgress aria-label="Laying the plan into your sittings" />}
        {!schedule ? (
          <Nothing problem={problem} hint={hint} isPlanned={isPlanned} isSaid={settings.diary !== null} />
        ) : look === "table" ? (
          <ScheduleTable schedule={schedule} />
        ) : (
          <Timeline
            schedule={schedule}
            light={light}
            chosen={task?.id ?? null}
            sitting={sitting ? sittingNumber : null}
            choose={(one) => choose({ task: one, sitting: null, tab: null })}
            chooseSitting={chooseSitting}
            moveSitting={(number, by) => {
              const diary = settings.diary;
              const one = schedule.sittings[number - 1];
              if (diary && one) void keep.change({ diary: movedBy(diary, one, by, schedule.zone) });
            }}
            moveUnit={(unit, where, minute) =>
              void keep.change({ wishes: { ...settings.wishes, [unit]: { sitting: where, minute } } })
            }
          />
        )}
      </Box>
      <FactsFrame>
        <FactTabs
          label="What is told of the sittings"
          tabs={TABS}
          tab={tab}
          choose={(to) => choose({ tab: to, task: null })}
        />
        {schedule && !sittings.data.up_to_date && !desk.standing.data?.run && (
          <Alert severity="info" sx={{ my: 1 }}>
            The plan has changed since. Bring it up to date.
          </Alert>
        )}
        {tab === "plan" && task && schedule && (
          <UnitTimes
            paintingId={id}
            schedule={schedule}
            wishes={settings.wishes}
            task={task}
            change={keep.change}
          />
        )}
        {tab === "plan" && !task && sitting && schedule && settings.diary && (
          <SittingFacts
            paintingId={id}
            schedule={schedule}
            diary={settings.diary}
            sitting={sitting}
            number={sittingNumber}
            change={keep.change}
          />
        )}
        {tab === "plan" && !task && !sitting && schedule && (
          <>
            <PlanFacts paintingId={id} sittings={sittings.data} schedule={schedule} now={now} />
            {settings.deadline && !schedule.fits && <Giving paintingId={id} zone={schedule.zone} />}
            <RunLine label="Looking for a shorter schedule" doing={better.doing} stop={better.stop} />
            <Together paintingId={id} others={(paintings.data ?? []).filter((one) => one.id !== id)} />
          </>
        )}
        {tab === "plan" && !schedule && (
          <Empty title="No schedule yet">Say when you paint under “When”.</Empty>
        )}
        {tab === "when" && <WhenFacts paintingId={id} sittings={sittings.data} keep={keep} now={now} />}
        {tab === "light" && (
          <LightFacts
            sittings={sittings.data}
            number={sittingNumber || (schedule ? (nextSitting(schedule, now) ?? 1) : 1)}
            chooseSitting={chooseSitting}
            change={keep.change}
          />
        )}
        {tab === "bag" &&
          (isPlanned ? (
            <Bag paintingId={id} packed={settings.packed} change={keep.change} />
          ) : (
            <NotPlanned what="packing list" />
          ))}
      </FactsFrame>
    </>
  );
}

interface NothingProps {
  problem: string;
  hint: string;
  isPlanned: boolean;
  isSaid: boolean;
}

/** Why there is no schedule, and what to do about it. */
function Nothing({ problem, hint, isPlanned, isSaid }: NothingProps) {
  if (!isPlanned) return <NotPlanned what="schedule" />;
  if (problem)
    return (
      <Alert severity="warning" sx={{ m: 2, alignSelf: "start" }}>
        <AlertTitle>{problem}</AlertTitle>
        {hint}
      </Alert>
    );
  if (isSaid) return <Loading what="the schedule" />;
  return (
    <Empty title="When do you paint?">
      Give the first sitting, how long it lasts and the days, on the right. The units of the plan are then
      laid into your sittings: what waits for what, what stays wet, and when you are done.
    </Empty>
  );
}

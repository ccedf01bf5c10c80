/** Who is painting, and where in the studio: the shell around every view. */
import { lazy, Suspense, useEffect, useState } from "react";

import { useQuery } from "@tanstack/react-query";
import { Navigate, Route, Routes, useLocation } from "react-router";

import { onSessionEnd, ProblemError } from "../shared/api/client";
import { Failed, Loading } from "../shared/ui/States";
import { studioQuery } from "./queries";
import { Shell } from "./Shell";
import { ViewBoundary } from "./ViewBoundary";

const ArchivePage = lazy(() => import("../features/archive/ArchivePage"));
const HostedRoutes = lazy(() => import("./HostedRoutes"));
const OutsideRoutes = lazy(() => import("./OutsideRoutes"));
const EaselRoute = lazy(() => import("./EaselRoute"));
const SessionEnded = lazy(() => import("./SessionEnded"));
const LoginPage = lazy(() => import("./LoginPage"));
const CalibrationPage = lazy(() => import("../features/materials/CalibrationPage"));
const ShelfPage = lazy(() => import("../features/materials/ShelfPage"));
const SheetPage = lazy(() => import("../features/sittings/SheetPage"));
const StudioPage = lazy(() => import("./StudioPage"));
const IntoTheBook = lazy(() => import("../features/logbook/IntoTheBook"));
const LogbookRoutes = lazy(() => import("./LogbookRoutes"));
const PracticePage = lazy(() => import("../features/practice/PracticePage"));
const MixingPage = lazy(() => import("../features/mixes/bench/MixingPage"));
const Workspace = lazy(() => import("./workspace/Workspace"));

const OUTSIDE = /^\/(pair|join|forgot|reset|shown)(\/|$)/;

/** The easel stands by itself: it opens without the network, and so before anything is known of the studio. */
export function App() {
  const { pathname } = useLocation();
  return (
    <Suspense fallback={<Loading what="the page" />}>
      <Routes>
        <Route path="paintings/:paintingId/easel" element={<EaselRoute />} />
        <Route path="*" element={OUTSIDE.test(pathname) ? <OutsideRoutes /> : <AtTheDesk />} />
      </Routes>
    </Suspense>
  );
}

function AtTheDesk() {
  const studio = useQuery(studioQuery);
  if (studio.isPending) return <Loading what="the studio" />;
  if (!studio.data && studio.error instanceof ProblemError && studio.error.status === 401)
    return (
      <Suspense>
        <LoginPage />
      </Suspense>
    );
  if (!studio.data) return <Failed error={studio.error} again={() => void studio.refetch()} />;
  return (
    <Shell studio={studio.data}>
      <ViewBoundary what="this page">
        <Suspense fallback={<Loading what="the page" />}>
          <Routes>
            <Route index element={<StudioPage />} />
            <Route path="materials/tubes/:tubeId" element={<CalibrationPage />} />
            <Route path="materials/:part?" element={<ShelfPage />} />
            <Route path="mixes" element={<MixingPage book={(pile) => <IntoTheBook {...pile} />} />} />
            <Route path="logbook/*" element={<LogbookRoutes />} />
            <Route path="practice" element={<PracticePage />} />
            <Route path="archive" element={<ArchivePage />} />
            <Route path="paintings/:paintingId" element={<Navigate to="subject" replace />} />
            <Route path="paintings/:paintingId/:word" element={<Workspace />} />
            <Route path="paintings/:paintingId/sheet/:sitting" element={<SheetPage />} />
            <Route path="*" element={<HostedRoutes />} />
          </Routes>
        </Suspense>
      </ViewBoundary>
      <WhileLoggedIn />
    </Shell>
  );
}

/** Asks to log in again once the session ends; before the login there is none to end. */
function WhileLoggedIn() {
  const [ended, setEnded] = useState(false);
  useEffect(() => onSessionEnd(() => setEnded(true)), []);
  return <Suspense>{ended && <SessionEnded close={() => setEnded(false)} />}</Suspense>;
}

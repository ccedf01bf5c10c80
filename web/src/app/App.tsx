/** Who is painting, and where in the studio: the shell around every view. */
import { lazy, Suspense } from "react";

import { useQuery } from "@tanstack/react-query";
import { Navigate, Route, Routes } from "react-router";

import { CalibrationPage, ShelfPage } from "../features/materials";
import { ProblemError } from "../shared/api/client";
import { Failed, Loading } from "../shared/ui/States";
import { LoginPage } from "./LoginPage";
import { studioQuery } from "./queries";
import { Shell } from "./Shell";
import { StudioPage } from "./StudioPage";

const MixingPage = lazy(() => import("../features/mixes/bench/MixingPage"));
const Workspace = lazy(() => import("./workspace/Workspace"));

export function App() {
  const studio = useQuery(studioQuery);
  if (studio.isPending) return <Loading what="the studio" />;
  if (studio.error instanceof ProblemError && studio.error.status === 401) return <LoginPage />;
  if (studio.isError) return <Failed error={studio.error} again={() => void studio.refetch()} />;
  return (
    <Shell studio={studio.data}>
      <Suspense fallback={<Loading what="the page" />}>
        <Routes>
          <Route index element={<StudioPage />} />
          <Route path="materials/tubes/:tubeId" element={<CalibrationPage />} />
          <Route path="materials/:part?" element={<ShelfPage />} />
          <Route path="mixes" element={<MixingPage />} />
          <Route path="paintings/:paintingId" element={<Navigate to="subject" replace />} />
          <Route path="paintings/:paintingId/:word" element={<Workspace />} />
          <Route path="*" element={<Navigate to="/" replace />} />
        </Routes>
      </Suspense>
    </Shell>
  );
}

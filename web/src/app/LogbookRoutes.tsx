/** Where in the logbook: its parts, a diary, a painting from before, two side by side. */
import { lazy } from "react";

import { Route, Routes } from "react-router";

const ComparePage = lazy(() => import("../features/logbook/ComparePage"));
const DiaryPage = lazy(() => import("../features/logbook/DiaryPage"));
const EarlierPage = lazy(() => import("../features/logbook/EarlierPage"));
const LogbookPage = lazy(() => import("../features/logbook/LogbookPage"));

const PARTS = ["swatches", "learned", "next"];

export default function LogbookRoutes() {
  return (
    <Routes>
      <Route index element={<LogbookPage />} />
      <Route path="compare" element={<ComparePage />} />
      <Route path="earlier/:ref" element={<EarlierPage />} />
      <Route path=":paintingId" element={<DiaryPage />} />
      {PARTS.map((part) => (
        <Route key={part} path={part} element={<LogbookPage part={part} />} />
      ))}
    </Routes>
  );
}

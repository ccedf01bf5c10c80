/** Pages for whoever is not logged in: let in by a code or a link, or without a password. */
import { lazy } from "react";

import { Route, Routes } from "react-router";

const ForgotPage = lazy(() => import("../features/account/ForgotPage"));
const JoinPage = lazy(() => import("../features/account/JoinPage"));
const PairPage = lazy(() => import("./PairPage"));
const ResetPage = lazy(() => import("../features/account/ResetPage"));
const ShownPage = lazy(() => import("../features/sharing/ShownPage"));

export default function OutsideRoutes() {
  return (
    <Routes>
      <Route path="pair/:code" element={<PairPage />} />
      <Route path="join/:code" element={<JoinPage />} />
      <Route path="forgot" element={<ForgotPage />} />
      <Route path="reset/:number/:token" element={<ResetPage />} />
      <Route path="shown/:reference" element={<ShownPage />} />
    </Routes>
  );
}

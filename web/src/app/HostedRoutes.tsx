/** Pages of a hosted site: one's account, who paints there, and whom a painting is shown to. */
import { lazy } from "react";

import { Navigate, Route, Routes } from "react-router";

const AccountPage = lazy(() => import("../features/account/AccountPage"));
const PeoplePage = lazy(() => import("../features/account/PeoplePage"));
const SharingPage = lazy(() => import("../features/sharing/SharingPage"));

export default function HostedRoutes() {
  return (
    <Routes>
      <Route path="account" element={<AccountPage />} />
      <Route path="people" element={<PeoplePage />} />
      <Route path="sharing/:paintingId" element={<SharingPage />} />
      <Route path="*" element={<Navigate to="/" replace />} />
    </Routes>
  );
}

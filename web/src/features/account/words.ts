/** Roles and amounts in words. */
import type { Role } from "./queries";

export const ROLES: [Role, string][] = [
  ["painter", "Painter"],
  ["teacher", "Teacher: is shown paintings and remarks on them"],
  ["owner", "Owner: invites, gives roles, locks out"],
];

export const roleWord = (role: Role): string => ROLES.find(([one]) => one === role)![1].split(":")[0]!;

export const mb = (amount: number): string =>
  amount >= 1000 ? `${(amount / 1000).toFixed(1)} GB` : `${Math.round(amount)} MB`;

/** Tablets that are let in: the door, invitations, and who came in. */
import { $api, answered, api } from "../../shared/api/client";

export const tabletsQuery = $api.queryOptions("get", "/api/studio/tablets");

export const openDoor = (address: string) =>
  answered(api.PUT("/api/studio/tablets/door", { body: { address } }));

export const shutDoor = () => answered(api.DELETE("/api/studio/tablets/door"));

/** A code that lets one tablet in, once, and leads it to a page. */
export const invite = (to: string) => answered(api.POST("/api/studio/tablets/invitation", { body: { to } }));

export const sendAway = (tablet_id: number) =>
  answered(api.DELETE("/api/studio/tablets/{tablet_id}", { params: { path: { tablet_id } } }));

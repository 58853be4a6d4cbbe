/** Who asks without an account: a guest of an open room by their cookie, or somebody at the door. */
import "server-only";
import { cookies, headers } from "next/headers";
import { cache } from "react";
import { database } from "../db/client";
import type { RoomInsideDto } from "../doors/dto";
import { guestByToken, type Knocking } from "../doors/entering";
import { addressHeader } from "./client-address";
import type { Context, Door } from "./context";
import { newId } from "./ids";

/** Holds below the rooms' address alone. */
export const roomCookie = "open-room";

export interface GuestRequest {
  /** Null once the room has ended: nothing is open to them then, whatever rules say. */
  readonly ctx: (Context & { readonly door: Door }) | null;
  readonly room: RoomInsideDto;
  readonly token: string;
}

/** The guest whose browser asks; null if it holds no name in any room. */
export const roomRequest = cache(async (): Promise<GuestRequest | null> => {
  const token = (await cookies()).get(roomCookie)?.value;
  if (!token) return null;
  const now = new Date();
  const found = await guestByToken(database(), token, now);
  if (!found) return null;
  const { courseId, roomId, guestId, inside } = found;
  return {
    token,
    room: inside,
    ctx: !inside.isOpen
      ? null
      : {
          db: database(),
          viewer: { id: guestId, name: inside.name },
          door: { courseId, id: roomId },
          now,
          newId,
        },
  };
});

/** Somebody at the door. */
export async function knocking(): Promise<Knocking> {
  return { db: database(), now: new Date(), newId, address: (await headers()).get(addressHeader) ?? "" };
}

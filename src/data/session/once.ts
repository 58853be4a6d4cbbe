import "server-only";
import { cache } from "react";

/**
 * A question that is asked once while a page is drawn, however many of its parts ask it of the same context
 * with the same words. What changes something, what answers a file, and commands ask each time: there nothing
 * is drawn. What is found is shared, and must not be changed.
 */
export const onceADrawing: <Asked extends readonly unknown[], Found>(
  ask: (...asked: Asked) => Promise<Found>,
) => (...asked: Asked) => Promise<Found> = cache;

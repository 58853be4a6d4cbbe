/**
 * A day of 24 hours, in milliseconds. Days by the clocks of a zone can be longer or shorter: see `zone.ts`.
 */
export const dayLength = 24 * 60 * 60 * 1000;
/** A minute, in milliseconds. */
export const minuteLength = 60 * 1000;

/** A moment by the clock of the device at hand: "Tue 1 Dec, 14:03". */
export const momentHere = (at: string): string =>
  new Date(at).toLocaleString("en-GB", {
    weekday: "short",
    day: "numeric",
    month: "short",
    hour: "2-digit",
    minute: "2-digit",
  });

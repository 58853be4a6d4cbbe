/** What all messages have in common. */

/** Of dates and numbers in messages. */
export const locale = "en-GB";

/** A message that can't be made is a fault of the code: it is thrown, and never shown half. */
export const common = {
  locale,
  timeZone: "UTC",
  onError: (problem: Error) => {
    throw problem;
  },
};

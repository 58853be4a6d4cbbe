/** What is said where the server did not answer: it may have done what was asked all the same. */
export const noAnswer = (then: string): string => `The server did not answer. ${then}`;

export const seeWhatHolds = noAnswer("Reload the page to see what was stored.");
export const tryAgain = noAnswer("Nothing is known to have changed; try again.");

/** The answer of an action; null where the server did not answer. */
export async function answerOf<Answer>(asked: Promise<Answer>): Promise<Answer | null> {
  try {
    return await asked;
  } catch {
    return null;
  }
}

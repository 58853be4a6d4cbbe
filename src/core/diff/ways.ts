/** How a word of a text came about, against the text before it. */
export const came = 0;
export const kept = 1;
export const moved = 2;
export const corrected = 3;

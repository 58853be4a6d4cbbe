/**
 * Classes of UAX #29 (WordBreakProperty) for the characters of European prose; what makes words comes first.
 * A text with any other character is left to the segmenter as a whole. In a file of their own and with
 * nothing else, so that who bundles puts the numbers where the names stand: they are asked for at every sign.
 */
export const letter = 0;
export const digit = 1;
export const joinsAll = 2;
export const other = 3;
export const joinsLetters = 4;
export const joinsBoth = 5;
export const joinsDigits = 6;
export const unknown = 7;

/**
 * The numbers of FNV-1a, the 32-bit hash of Fowler, Noll and Vo, and of the sum that is taken beside it; in a
 * file of their own as the classes of signs are.
 */
export const hashStart = 0x811c9dc5;
export const hashFactor = 0x01000193;
export const sumFactor = 0x2c1b3c6d;

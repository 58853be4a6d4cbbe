/** The numbers of FNV-1a, the 32-bit hash of Fowler, Noll and Vo; in a file of their own as the classes of signs are. */
export const hashStart = 0x811c9dc5;
export const hashFactor = 0x01000193;

/** A size in bytes as people say it. */
export function fileSize(bytes: number): string {
  if (bytes < 1000) return `${bytes} bytes`;
  if (bytes < 1_000_000) return `${Math.round(bytes / 1000)} KB`;
  const millions = bytes / 1_000_000;
  return millions < 1000
    ? `${millions < 10 ? millions.toFixed(1) : Math.round(millions)} MB`
    : `${(millions / 1000).toFixed(1)} GB`;
}

/** The product's sign: a ruled sheet with its sum. */
export function Ruled() {
  return (
    <svg width="22" height="22" viewBox="0 0 22 22" aria-hidden="true">
      <rect x="1.5" y="1.5" width="19" height="19" rx="2" fill="var(--bottle)" />
      <path d="M5 7h12M5 11h12" stroke="var(--on-bottle)" strokeWidth="1.2" opacity=".75" />
      <path d="M11 15h6M11 17.2h6" stroke="var(--on-bottle)" strokeWidth="1.2" />
    </svg>
  );
}

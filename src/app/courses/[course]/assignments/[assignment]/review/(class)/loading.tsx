/** Shown while the figures are added up. */
export default function Loading() {
  return (
    <main className="desk wide" id="main">
      <h1>Who did what</h1>
      <p className="quiet" role="status" style={{ marginTop: 8 }}>
        Adding up the figures
      </p>
    </main>
  );
}

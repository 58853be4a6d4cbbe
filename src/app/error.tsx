"use client";
import { Button } from "@/ui/forms/Button";

/** Something failed that nobody foresaw. What was saved is saved: saves are whole or not at all. */
export default function ErrorPage({
  error,
  reset,
}: {
  error: Error & { digest?: string };
  reset: () => void;
}) {
  return (
    <main className="desk narrow" id="main">
      <h1>This screen could not be made</h1>
      <p className="brief">
        Everything that was saved before is still there. Try again; if it happens once more, tell whoever runs
        this installation{error.digest ? ` and name the sign ${error.digest}` : ""}.
      </p>
      <Button variant="contained" onClick={reset} style={{ marginTop: 16 }}>
        Try again
      </Button>
    </main>
  );
}

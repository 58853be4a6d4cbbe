/** What came of an action, told to those who see and to those who listen. */
export function Said({ said }: { said: { readonly kind: "done" | "wrong"; readonly text: string } | null }) {
  return (
    <>
      <div role="status">{said?.kind === "done" && <p className="notice done">{said.text}</p>}</div>
      <div role="alert">{said?.kind === "wrong" && <p className="notice wrong">{said.text}</p>}</div>
    </>
  );
}

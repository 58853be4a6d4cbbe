/** The text of a mail, its addresses as links. */
export function MailText({ text }: { text: string }) {
  const parts = text.split(/(https?:\/\/\S+)/);
  return (
    <p className="mail-text">
      {parts.map((part, at) =>
        at % 2 === 1 ? (
          <a key={at} href={part} rel="noreferrer">
            {part}
          </a>
        ) : (
          part
        ),
      )}
    </p>
  );
}

/**
 * A mail server that speaks as much SMTP (RFC 5321) as one letter needs, for tests: it keeps what it takes,
 * or refuses.
 */
import { createServer, type Socket } from "node:net";

export interface MailServer {
  readonly url: string;
  readonly letters: readonly { readonly to: string; readonly text: string }[];
  /** From now on every recipient is refused with this line, such as "451 try later"; null: taken. */
  refuse: (line: string | null) => void;
  close: () => Promise<void>;
}

export async function mailServer(): Promise<MailServer> {
  const letters: { to: string; text: string }[] = [];
  let refusal: string | null = null;
  const sockets = new Set<Socket>();
  const server = createServer((socket) => {
    sockets.add(socket);
    let [to, text, inText, rest] = ["", "", false, ""];
    const say = (line: string) => socket.write(`${line}\r\n`);
    say("220 rivers.example");
    socket.on("error", () => {});
    socket.on("data", (bytes) => {
      const lines = (rest + bytes.toString("utf8")).split("\r\n");
      rest = lines.pop()!;
      for (const line of lines) {
        if (inText) {
          if (line !== ".") {
            text += `${line}\n`;
            continue;
          }
          letters.push({ to, text });
          [inText, text] = [false, ""];
          say("250 taken");
        } else if (/^(EHLO|HELO)/i.test(line)) say("250 rivers.example");
        else if (/^RCPT TO:/i.test(line)) {
          to = line.slice(line.indexOf("<") + 1, line.lastIndexOf(">"));
          say(refusal ?? "250 ok");
        } else if (/^DATA/i.test(line)) {
          inText = true;
          say("354 go on");
        } else if (/^QUIT/i.test(line)) socket.end("221 bye\r\n");
        else say("250 ok");
      }
    });
  });
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  const address = server.address();
  if (!address || typeof address === "string") throw new Error("The mail server has no port");
  return {
    url: `smtp://127.0.0.1:${address.port}`,
    letters,
    refuse: (line) => {
      refusal = line;
    },
    close: () =>
      new Promise((resolve) => {
        for (const socket of sockets) socket.destroy();
        server.close(() => resolve());
      }),
  };
}

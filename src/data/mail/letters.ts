/**
 * The letters that the application writes: what each says is in the message file, what it is about is given
 * here.
 */
import "server-only";
import { type MailKind, mailWords } from "@/messages/translate";
import type { Letter } from "./write";

/** What each letter is told besides the name of whom it is for. */
interface Told {
  readonly onCourse: {
    readonly by: string;
    readonly course: string;
    readonly term: string;
    readonly link: string;
  };
  readonly invitation: {
    readonly by: string;
    readonly course: string;
    readonly term: string;
    readonly link: string;
    readonly days: number;
  };
  readonly placeDeclined: { readonly by: string; readonly course: string };
  readonly passwordLink: {
    readonly why: "instructor" | "asked";
    readonly by: string;
    readonly link: string;
    readonly minutes: number;
  };
  readonly passwordChanged: { readonly link: string };
  readonly addressAsked: { readonly address: string; readonly link: string };
  readonly addressChanged: { readonly before: string; readonly after: string; readonly link: string };
  readonly confirmAddress: { readonly link: string };
  readonly feedback: {
    readonly by: string;
    readonly to: "person" | "group" | "all";
    readonly assignment: string;
    readonly link: string;
  };
  readonly assignment: {
    readonly course: string;
    readonly isNew: "true" | "false";
    readonly lines: string;
    readonly link: string;
  };
  readonly teammates: { readonly assignment: string; readonly link: string };
  readonly marks: { readonly assignment: string; readonly isChange: "true" | "false"; readonly link: string };
  readonly objection: { readonly by: string; readonly assignment: string; readonly link: string };
  readonly news: {
    readonly course: string;
    readonly what: string;
    readonly lines: string;
    readonly isMore: "true" | "false";
    readonly link: string;
  };
}

export type ToldIn<Kind extends MailKind> = Told[Kind];

/** Letters with a link that lets their reader in: these are shown in no tray where mail goes out. */
const isSecret: Readonly<Record<MailKind, boolean>> = {
  onCourse: false,
  invitation: true,
  placeDeclined: false,
  passwordLink: true,
  passwordChanged: false,
  addressAsked: false,
  addressChanged: false,
  confirmAddress: true,
  feedback: false,
  assignment: false,
  teammates: false,
  marks: false,
  objection: false,
  news: false,
};

export interface Reader {
  readonly name: string;
  readonly address: string;
}

/** A letter of a course (null: of none), to be posted. */
export function letter<Kind extends MailKind>(
  kind: Kind,
  courseId: string | null,
  { name, address }: Reader,
  told: ToldIn<Kind>,
): Letter {
  const say = (part: "subject" | "text") =>
    (mailWords as (key: `${MailKind}.${typeof part}`, values: object) => string)(`${kind}.${part}`, {
      name,
      ...told,
    });
  return {
    courseId,
    toName: name,
    toAddress: address,
    isSecret: isSecret[kind],
    subject: say("subject"),
    text: say("text"),
  };
}

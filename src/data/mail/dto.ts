export interface MailDto {
  readonly id: string;
  readonly course: string;
  readonly timeZone: string;
  readonly toName: string;
  readonly toAddress: string;
  readonly subject: string;
  /** Empty where it holds a link that lets its reader in, and is for nobody but them. */
  readonly text: string;
  readonly at: Date;
  readonly sentAt: Date | null;
  readonly carriedBy: "server" | "tray" | null;
  readonly tries: number;
  readonly lastProblem: string | null;
}

export interface MailTrayDto {
  readonly mails: readonly MailDto[];
  readonly hasMore: boolean;
  /** Whether a mail server is configured. */
  readonly goesOut: boolean;
}

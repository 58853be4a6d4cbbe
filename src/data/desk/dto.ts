import type { AskedDto } from "../ledger/shared";
import type { HappeningDto } from "../news/dto";
import type { OpenObjectionDto } from "../marks/objections";
import type { ToHearDto } from "../review/own-words";

/** Open conversations in which those who run the course take part, and a student spoke last. */
export interface ToAnswerDto {
  readonly number: number;
  /** The newest few. */
  readonly some: readonly {
    readonly commentId: string;
    readonly pageId: string;
    readonly page: string;
    readonly wiki: string;
    readonly person: string;
    readonly at: Date;
  }[];
}

export interface DeskDto {
  readonly happenings: readonly HappeningDto[];
  /** The page on which the viewer wrote last. */
  readonly leftOff: {
    readonly pageId: string;
    readonly page: string;
    readonly wiki: string;
    readonly at: Date;
  } | null;
  /** Entries whose authors say that the viewer wrote them too. */
  readonly together: readonly AskedDto[];
  /** Feedback that the viewer was given and has not read. */
  readonly feedback: readonly {
    readonly assignmentId: string;
    readonly assignment: string;
    readonly author: string;
  }[];
  /** Assignments in which the viewer was shown a mark that they have not opened. */
  readonly marks: readonly { readonly assignmentId: string; readonly assignment: string }[];
  /** Rounds in which the viewer is asked about their group, and has not answered. */
  readonly rounds: readonly {
    readonly assignmentId: string;
    readonly assignment: string;
    readonly until: Date;
  }[];
  /** For those who run the course; null for others. */
  readonly waits: {
    readonly requests: number;
    readonly withoutInvitation: number;
    readonly withoutGroup: number;
    readonly mailDelayed: number;
    readonly toAnswer: ToAnswerDto;
    readonly objections: readonly ToHearDto[];
    /** To marks that were released. */ readonly markObjections: readonly OpenObjectionDto[];
  } | null;
  /** Sets of groups that the viewer can sign up to and has not. */
  readonly signUps: readonly { readonly title: string; readonly until: Date | null }[];
}

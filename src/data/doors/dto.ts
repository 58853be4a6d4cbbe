/** Open rooms and readers' links, as their screens show them. */
import type { FileDto } from "../files/dto";
import type { PageDocument } from "@/core/document/model";
import type { Refused, RefusedFor } from "../refusal";

export interface RoomLineDto {
  readonly id: string;
  readonly title: string;
  readonly openedAt: Date;
  readonly by: string;
  /** When it ends, or ended. */
  readonly endsAt: Date;
  readonly isOpen: boolean;
  readonly pages: number;
  /** Names that somebody came in by. */
  readonly came: number;
  readonly entries: number;
  /** Entries that are nobody's yet. */
  readonly unassigned: number;
}

export interface RoomEntryDto {
  readonly wikiId: string;
  readonly rev: number;
  readonly pageId: string;
  readonly page: string;
  readonly wiki: string;
  readonly number: number;
  readonly at: Date;
  readonly note: string;
  readonly added: number;
  /** To whom it was given, by itself or with all of the name; null: to nobody. */
  readonly to: { readonly id: string; readonly name: string } | null;
  /** The giving of this one entry; null: there was none, or all of the name was given. */
  readonly givenId: string | null;
}

export interface RoomNameDto {
  readonly id: string;
  readonly name: string;
  /** The person of the course whose name it is: offered first when entries are given. */
  readonly personId: string | null;
  readonly enteredAt: Date | null;
  /** Whether a browser holds the name, so that nobody else can choose it. */
  readonly isTaken: boolean;
  readonly entries: readonly RoomEntryDto[];
  /** To whom all of the name was given. */
  readonly given: { readonly id: string; readonly toId: string; readonly to: string } | null;
}

export interface GivenDto {
  readonly id: string;
  readonly at: Date;
  readonly by: string;
  readonly from: string;
  readonly to: string;
  /** The one entry that was given; null: all of the name. */
  readonly entry: { readonly page: string; readonly pageId: string; readonly number: number } | null;
  readonly undoneAt: Date | null;
}

export interface RoomDto {
  readonly id: string;
  readonly assignmentId: string;
  readonly assignment: string;
  readonly title: string;
  readonly code: string;
  readonly openedAt: Date;
  readonly by: string;
  readonly endsAt: Date;
  readonly isOpen: boolean;
  readonly timeZone: string;
  readonly pages: readonly { readonly id: string; readonly title: string; readonly wiki: string }[];
  readonly names: readonly RoomNameDto[];
  /** To whom entries can be given. */
  readonly students: readonly { readonly id: string; readonly name: string }[];
  readonly log: readonly GivenDto[];
}

/** What a room can be made of. */
export interface RoomChoicesDto {
  readonly assignment: string;
  readonly wikis: readonly {
    readonly id: string;
    readonly name: string;
    readonly pages: readonly { readonly id: string; readonly title: string }[];
  }[];
  readonly students: readonly { readonly id: string; readonly name: string }[];
}

export type DoorProblem =
  | {
      readonly code:
        | "not found"
        | "not allowed"
        | "no pages"
        | "no names"
        | "has ended"
        | "no such student"
        | "not a guest"
        | "ends before it begins"
        | "undone already";
    }
  | { readonly code: "name twice"; readonly name: string }
  | { readonly code: "bad input"; readonly message: string };

export type DoorSaved = { readonly kind: "saved"; readonly id: string } | Refused<DoorProblem>;

/** A room as those see it who know its code. */
export interface RoomDoorDto {
  readonly title: string;
  readonly course: string;
  readonly endsAt: Date;
  readonly timeZone: string;
  readonly names: readonly { readonly id: string; readonly name: string; readonly isTaken: boolean }[];
}

export type Knocked =
  { readonly kind: "room"; readonly room: RoomDoorDto } | RefusedFor<"no such room" | "too many">;

export type Entered =
  | { readonly kind: "entered"; readonly token: string; readonly endsAt: Date }
  | RefusedFor<"no such room" | "too many" | "no such name" | "taken">;

/** The room that a guest is in. */
export interface RoomInsideDto {
  readonly title: string;
  readonly course: string;
  readonly name: string;
  readonly endsAt: Date;
  readonly isOpen: boolean;
  readonly timeZone: string;
}

export interface RoomPageLineDto {
  readonly id: string;
  readonly title: string;
  readonly wiki: string;
  readonly words: number;
  readonly mayWrite: boolean;
}

/** A page as somebody without an account sees it: its text, and nothing about the people of the course. */
export interface OutsidePageDto {
  readonly id: string;
  readonly title: string;
  readonly wiki: string;
  readonly entries: number;
  readonly words: number;
  readonly document: PageDocument;
  readonly files: readonly FileDto[];
  readonly lastAt: Date;
  readonly mayWrite: boolean;
}

export interface LinkLineDto {
  readonly id: string;
  readonly token: string;
  readonly wiki: string;
  /** The one page that it opens; null: the wiki. */
  readonly page: string | null;
  readonly names: "full" | "initials" | "none";
  readonly isListed: boolean;
  readonly madeAt: Date;
  readonly by: string;
  readonly endsAt: Date | null;
  readonly isOpen: boolean;
}

/** What a readers' link opens. */
export interface OpenedDto {
  readonly course: string;
  readonly wiki: string;
  readonly timeZone: string;
  readonly isListed: boolean;
  /** The page on which its readers begin. */
  readonly firstPageId: string;
  readonly contents: readonly { readonly id: string; readonly title: string; readonly depth: number }[];
}

export interface OpenedPageDto extends OutsidePageDto {
  /** Those whose words stand on it, as the link names them; none where it names nobody. */
  readonly authors: readonly string[];
}

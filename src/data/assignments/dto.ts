import type { Sharing } from "../db/tables/wikis";

export interface AssignmentDto {
  readonly id: string;
  readonly title: string;
  readonly brief: string;
  readonly opensAt: Date;
  readonly dueAt: Date;
  readonly sharing: Sharing;
}

export interface WikiListDto {
  readonly id: string;
  readonly assignmentId: string;
  readonly name: string;
  readonly homePageId: string | null;
  readonly isMine: boolean;
  readonly pages: number;
  readonly entries: number;
  readonly words: number;
  readonly lastAt: Date | null;
  /** Names of those whose wiki it is; empty for the whole class. */
  readonly members: readonly string[];
}

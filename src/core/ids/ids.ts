/** A string that has been recognised as one kind of id, so that ids of two kinds can't be mixed up. */
export type Brand<Base, Name extends string> = Base & { readonly __brand: Name };

export type CourseId = Brand<string, "CourseId">;
export type PersonId = Brand<string, "PersonId">;
export type GroupId = Brand<string, "GroupId">;
export type AssignmentId = Brand<string, "AssignmentId">;
export type WikiId = Brand<string, "WikiId">;
export type PageId = Brand<string, "PageId">;

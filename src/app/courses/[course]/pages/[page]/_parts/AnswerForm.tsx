"use client";
import type { ComponentProps } from "react";
import { CommentForm } from "./CommentForm";
import { type RemarkAt, useRemark } from "./useRemark";

/** Answers a comment: a button until it is pressed. */
export function AnswerForm({
  at,
  ...form
}: { readonly at: RemarkAt } & Omit<ComponentProps<typeof CommentForm>, "remark" | "button">) {
  return <CommentForm {...form} button="Answer" remark={useRemark(at)} isFolded />;
}

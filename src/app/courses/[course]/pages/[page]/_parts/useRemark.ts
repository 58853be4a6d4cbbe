"use client";
import { useEffect, useRef, useState } from "react";
import type { RemarkDraftDto, Typed } from "@/data/drafts/dto";
import { shortDrafts } from "@/ui/editor/draft-moment";
import { useDraft } from "@/ui/editor/useDraft";
import { dropRemarkDraft, keepRemarkDraft } from "../actions";

/** Where something is said, and what the viewer had begun to say there. */
export interface RemarkAt {
  readonly courseId: string;
  readonly pageId: string;
  readonly viewerId: string;
  /** "page", or "answer" or "edit" with the comment's id. */
  readonly place: string;
  /** What the server has of it; null: nothing. */
  readonly draft: RemarkDraftDto | null;
}

export interface RemarkText {
  readonly body: string;
  readonly type: (body: string) => void;
  /** The passage that it is about, as far as it was begun before and has not been chosen anew. */
  readonly aboutBefore: RemarkDraftDto["about"];
  /** Since when it waits to be sent, as ISO 8601; null: it was begun now. */
  readonly begunAt: string | null;
  readonly typed: () => Typed;
  /** It was sent. */
  readonly sent: (until: Typed) => void;
  readonly drop: () => void;
}

/**
 * The text of a comment while it is written: kept as pages are, and there again after the page was loaded anew,
 * the connection lost, or its writer signed out.
 * @param first what stands in the field at first.
 * @param about the passage that was chosen now; undefined: none was chosen yet.
 */
export function useRemark(at: RemarkAt, first = "", about?: RemarkDraftDto["about"]): RemarkText {
  const { courseId, pageId, viewerId, place } = at;
  const [own, setOwn] = useState<string | null>(null);
  const before = useRef<RemarkDraftDto["about"]>(null);
  const draft = useDraft<RemarkDraftDto>({
    draftKey: `${viewerId} remark ${pageId} ${place}`,
    store: shortDrafts,
    onServer: at.draft,
    keeper: {
      keep: keepRemarkDraft.bind(null, courseId, pageId),
      drop: dropRemarkDraft.bind(null, courseId, pageId, place),
    },
    saves: [],
    isNothing: ({ body }) => body.trim() === "" || body === first,
    read: () => ({ place, body: own ?? "", about: about ?? before.current }),
  });
  useEffect(() => {
    before.current = draft.found?.about ?? null;
  }, [draft.found]);
  const isBegun = own === null && draft.found !== null;
  return {
    body: own ?? draft.found?.body ?? first,
    type: (next) => {
      setOwn(next);
      draft.changed();
    },
    aboutBefore: draft.found?.about ?? null,
    begunAt: isBegun ? draft.found.at : null,
    typed: draft.typed,
    sent: (until) => {
      draft.saved(until);
      draft.take();
      setOwn(null);
    },
    drop: () => {
      draft.drop("all");
      setOwn(null);
    },
  };
}

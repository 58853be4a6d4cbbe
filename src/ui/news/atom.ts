/** News as an Atom feed (RFC 4287). */
import { escaped } from "@/core/text/escaped";
import type { HappeningDto } from "@/data/news/dto";
import { happeningHref, happeningWords } from "./happening";

interface Feed {
  readonly title: string;
  /** The feed's own address, which is its id too. */
  readonly self: string;
  readonly courseId: string;
  readonly updated: Date;
  readonly happenings: readonly HappeningDto[];
  /** What stands in front of the application's addresses. */
  readonly base: string;
}

export function atomFeed({ title, self, courseId, updated, happenings, base }: Feed): string {
  const entry = (each: HappeningDto) => {
    const href = new URL(happeningHref(courseId, each), base).href;
    return [
      "  <entry>",
      `    <id>${escaped(`${href.split("#")[0]}#${each.commentId ?? each.number}`)}</id>`,
      `    <title>${escaped(`${each.person} ${happeningWords(each)} ${each.page}`)}</title>`,
      `    <updated>${each.at.toISOString()}</updated>`,
      `    <author><name>${escaped(each.person)}</name></author>`,
      `    <link href="${escaped(href)}"/>`,
      `    <summary>${escaped(`${each.wiki}${each.count > 1 ? `: ${each.count} entries` : ""}`)}</summary>`,
      "  </entry>",
    ].join("\n");
  };
  return [
    `<?xml version="1.0" encoding="utf-8"?>`,
    `<feed xmlns="http://www.w3.org/2005/Atom">`,
    `  <id>${escaped(self)}</id>`,
    `  <title>${escaped(title)}</title>`,
    `  <updated>${updated.toISOString()}</updated>`,
    `  <link rel="self" href="${escaped(self)}"/>`,
    `  <link href="${escaped(new URL(`/courses/${courseId}/news`, base).href)}"/>`,
    ...happenings.map(entry),
    "</feed>",
    "",
  ].join("\n");
}

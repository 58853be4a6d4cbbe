import type { FindingDto } from "@/data/review/findings";
import type { MemberDto } from "@/data/pages/dto";
import { findingNames, findingWords } from "@/ui/words/findings";

/** Findings in words, made on the server, where names and pages are known. */
export function toldFindings(
  findings: readonly FindingDto[],
  members: readonly MemberDto[],
  pages: readonly { readonly id: string; readonly title: string }[],
  zone: string,
) {
  const person = (id: string) => members.find((each) => each.id === id)?.name ?? "Somebody";
  const page = (id: string) => pages.find((each) => each.id === id)?.title ?? "a page";
  return findings.map(({ finding, ...rest }) => ({
    ...rest,
    name: findingNames[finding.kind],
    words: findingWords(finding, { person, page, zone }),
  }));
}

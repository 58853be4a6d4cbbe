import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { pageAccess } from "@/data/access/page-access";
import { findPage } from "@/data/pages/read";
import { AuthorMark } from "@/ui/authors/AuthorMark";
import { LinkButton } from "@/ui/frame/NextLink";
import { paths } from "@/ui/paths";
import { levelWords, reason } from "@/ui/words/access";
import { moment } from "@/ui/words/times";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { pageTrail } from "@/app/_parts/trail";
import { setLevel } from "../actions";
import { LevelForm } from "./LevelForm";

export const metadata: Metadata = { title: "Access" };

/** Who may do what on one page, with the rule that says so, and the log of what was set. */
export default async function AccessPage({ params }: PageProps<"/courses/[course]/pages/[page]/access">) {
  const { course, page: pageId } = await params;
  const ctx = await signedIn();
  const page = await findPage(ctx, course, pageId);
  const access = page && (await pageAccess(ctx, course, pageId));
  if (!page || !access) notFound();
  const { timeZone } = page.wiki;
  return (
    <Frame ctx={ctx} trail={await pageTrail(ctx, page.wiki, pageId)}>
      <div className="desk">
        <div className="title-line">
          <div><h1>Access to “{page.title}”</h1><p className="quiet">In {page.wiki.name}. What is set here holds for this page alone.</p></div>
          <LinkButton href={paths.page(course, pageId)} variant="outlined">Back to the page</LinkButton>
        </div>
        <LevelForm groupName={page.wiki.name} level={access.groupLevel} setLevel={setLevel.bind(null, course, pageId)} />
        <section className="section">
          <h2>Who may do what now</h2>
          <div className="scroll-x">
            <table className="ledger">
              <thead><tr><th scope="col">Person</th><th scope="col">May</th><th scope="col">Because</th></tr></thead>
              <tbody>
                {access.people.map((person) => (
                  <tr key={person.id}>
                    <th scope="row"><span style={{ display: "inline-flex", gap: 6, alignItems: "center" }}><AuthorMark mark={page.wiki.members.find((each) => each.id === person.id)?.mark ?? null} />{person.name}</span></th>
                    <td>{levelWords[person.access.level]}</td>
                    <td className="quiet">{reason(person.access, timeZone, ctx.now)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </section>
        <section className="section">
          <h2>Log</h2>
          {access.log.length === 0
            ? <p className="quiet">Nothing has been set for this page alone.</p>
            : (
              <div className="scroll-x">
                <table className="ledger">
                  <thead><tr><th scope="col">Set</th><th scope="col">By</th><th scope="col">The group may</th><th scope="col">Held until</th></tr></thead>
                  <tbody>
                    {access.log.map((row) => (
                      <tr key={row.id}>
                        <td>{moment(row.at, timeZone, ctx.now)}</td><td>{row.by}</td><td>{levelWords[row.level]}</td>
                        <td>{row.endedAt ? `${moment(row.endedAt, timeZone, ctx.now)}, ended by ${row.endedBy}` : "holds now"}</td>
                      </tr>
                    ))}
                  </tbody>
                </table>
              </div>
            )}
        </section>
      </div>
    </Frame>
  );
}

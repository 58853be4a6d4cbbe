import type { KeptWikiDto, NotKeptDto } from "@/data/kept/dto";
import type { Context } from "@/data/session/context";
import { Link } from "@/ui/frame/Link";
import { paths } from "@/ui/paths";
import { moment, momentAndDistance } from "@/ui/words/times";
import { Frame } from "@/app/_parts/Frame";
import { wikiTrail } from "@/app/_parts/trail";

interface Props {
  readonly ctx: Context;
  readonly kept: KeptWikiDto;
  /** The address of the same place as it is now, and whether there is such a place. */
  readonly nowHref: string;
  readonly children: React.ReactNode;
}

/** Every screen of the kept state: a band says which moment is read, and leads back to now. */
export function KeptFrame({ ctx, kept, nowHref, children }: Props) {
  const { wiki, at, linesDiffer } = kept;
  return (
    <Frame ctx={ctx} trail={wikiTrail(wiki)}>
      <aside className="kept-band" aria-label="As at the cut-off">
        <p>
          <strong>As at the cut-off</strong>, {moment(at, wiki.timeZone, ctx.now)}. You read {wiki.name} as it
          stood then.{linesDiffer && " Whoever was given more time is counted up to their own cut-off."}
        </p>
        <Link href={nowHref}>Read it as it is now</Link>
      </aside>
      {children}
    </Frame>
  );
}

/** In the place of the kept state, where there is none yet. */
export function NotKept({ ctx, kept: { wiki, notBefore } }: { ctx: Context; kept: NotKeptDto }) {
  return (
    <Frame ctx={ctx} trail={wikiTrail(wiki)}>
      <div className="desk narrow">
        <h1>{wiki.name} as at the cut-off</h1>
        <p className="notice" style={{ marginTop: 16 }}>
          {notBefore
            ? `The cut-off has not come: it is ${momentAndDistance(notBefore, wiki.timeZone, ctx.now)}. Up to then the wiki counts as it is.`
            : "This assignment has no cut-off: the wiki counts as it is."}
        </p>
        <p>
          <Link href={paths.wiki(wiki.courseId, wiki.wikiId)}>Open the wiki</Link>
        </p>
      </div>
    </Frame>
  );
}

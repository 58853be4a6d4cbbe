import { HeadLine } from "@/ui/frame/HeadLine";
import { Ruled } from "@/ui/frame/Ruled";
import { WayToSearch } from "@/ui/search/WayToSearch";
import type { TrailStep } from "@/ui/frame/trail";
import { KeysHere } from "@/ui/keys/KeysHere";
import type { Context } from "@/data/session/context";
import { signOut, signOutEverywhere } from "../sign-in/actions";
import { stopLooking } from "./looking";
import { siblings } from "./siblings";

interface Props {
  readonly ctx: Context;
  readonly trail: readonly TrailStep[];
  readonly children: React.ReactNode;
}

/**
 * Every signed-in screen: the head line, and below it the screen itself; a frame around all of it where
 * somebody looks as somebody else.
 */
export function Frame({ ctx, trail, children }: Props) {
  const { viewer, lookingAs } = ctx;
  const course = courseOf(trail);
  return (
    <>
      {lookingAs && (
        <aside className="looking" aria-label="Looking as somebody else">
          <p>
            You see what <strong>{viewer.name}</strong> sees, and can only look: nothing is done in their
            name.
          </p>
          <form action={stopLooking.bind(null, lookingAs.courseId)}>
            <button type="submit" className="plain-button">
              Stop looking
            </button>
          </form>
        </aside>
      )}
      <HeadLine
        trail={trail}
        sign={<Ruled />}
        search={course && <WayToSearch course={course} />}
        me={(lookingAs?.by ?? viewer).name}
        actions={{ signOut, signOutEverywhere, siblings }}
      />
      <KeysHere />
      <main id="main" tabIndex={-1}>
        {children}
      </main>
      {lookingAs && <div className="looking-edge" aria-hidden="true" />}
    </>
  );
}

/** The course that a trail begins with; null: it leads through none. */
function courseOf([first]: readonly TrailStep[]): string | null {
  return /^\/courses\/([a-z0-9]+)$/.exec(first?.href ?? "")?.[1] ?? null;
}

/** In the place of an editor, for those who look as somebody else. */
export function OnlyLooking({
  ctx,
  trail,
  heading,
  text,
}: Omit<Props, "children"> & { heading: string; text: string }) {
  return (
    <Frame ctx={ctx} trail={trail}>
      <div className="desk narrow">
        <h1>{heading}</h1>
        <p className="notice" style={{ marginTop: 16 }}>
          {text} You only look.
        </p>
      </div>
    </Frame>
  );
}

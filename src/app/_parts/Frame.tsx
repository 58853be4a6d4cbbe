import { HeadLine, type TrailStep } from "@/ui/frame/HeadLine";
import type { Context } from "@/data/session/context";
import { signOut, signOutEverywhere } from "../sign-in/actions";

/** Every signed-in screen: the head line, and below it the screen itself. */
export function Frame({ ctx, trail, children }: { ctx: Context; trail: readonly TrailStep[]; children: React.ReactNode }) {
  return (
    <>
      <HeadLine trail={trail} me={ctx.viewer.name} actions={{ signOut, signOutEverywhere }} />
      <main id="main" tabIndex={-1}>{children}</main>
    </>
  );
}

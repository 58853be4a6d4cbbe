import { id } from "@/core/text/id";
import * as z from "zod";
import type { LiveEvent } from "@/data/live/dto";
import { beatEvery, goNear, whoIsHere } from "@/data/live/presence";
import { moveWindow, type Watch, watchPage, type Watching } from "@/data/live/watch";
import type { Context } from "@/data/session/context";
import { requestContext } from "@/data/session/request";
import { endWithProcess, stopsNow } from "./open-streams";

const nothing = () => new Response(null, { status: 404 });
/** Then the window asks anew, and with it whether its session still holds. */
const streamLasts = 10 * 60_000;

/** Who has a page open and what happens on it: as a stream of events, or once, for who asks for no stream. */
export async function GET(
  request: Request,
  { params }: RouteContext<"/courses/[course]/pages/[page]/live">,
): Promise<Response> {
  const at = z.object({ course: id, page: id }).safeParse(await params);
  const ctx = await requestContext();
  if (!ctx || !at.success) return nothing();
  if (!request.headers.get("accept")?.includes("text/event-stream")) {
    const people = await whoIsHere(ctx, at.data.course, at.data.page);
    return people ? Response.json({ people }, { headers: { "Cache-Control": "no-store" } }) : nothing();
  }
  if (stopsNow())
    return new Response(null, { status: 503, headers: { "Retry-After": "5", Connection: "close" } });
  const asked = new URL(request.url).searchParams;
  const seen = z.coerce.number().int().min(0).nullable().catch(null).parse(asked.get("seen"));
  return stream(ctx, at.data, { isWriting: asked.get("doing") === "writing", seen }, request.signal);
}

async function stream(
  ctx: Context,
  { course, page }: { course: string; page: string },
  watching: Watching,
  signal: AbortSignal,
): Promise<Response> {
  const bytes = new TextEncoder();
  let send: (text: string) => void = () => {};
  let close = () => {};
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      send = (text) => {
        try {
          controller.enqueue(bytes.encode(text));
        } catch {
          close();
        }
      };
      close = () => {
        try {
          controller.close();
        } catch {
          /* it is closed */
        }
      };
    },
    cancel: () => over(),
  });
  let watch: Watch | null = null;
  let isOver = false;
  const over = () => {
    isOver = true;
    forget();
    clearInterval(beating);
    clearTimeout(ending);
    close();
    void watch?.end();
  };
  const tell = (event: LiveEvent) => {
    send(textOf(event));
    if (event.kind === "closed" || event.kind === "enough") over();
  };
  const forget = endWithProcess(over);
  const beating = setInterval(() => send(": still here\n\n"), beatEvery);
  const ending = setTimeout(() => over(), streamLasts);
  signal.addEventListener("abort", over);
  // Whoever went while it was asked who they are is gone already, and nobody will say so again.
  if (signal.aborted) over();
  watch = await watchPage(ctx, course, page, watching, tell).catch((problem: unknown) => {
    over();
    throw problem;
  });
  if (!watch) over();
  if (!watch) return nothing();
  if (isOver) await watch.end();
  // The connection ends with the stream: a server that is told to stop waits for those that could bring
  // another request.
  return new Response(body, {
    headers: {
      "Content-Type": "text/event-stream; charset=utf-8",
      "Cache-Control": "no-store",
      "X-Accel-Buffering": "no",
      Connection: "close",
    },
  });
}

/** What is told to many windows is written out once. */
const texts = new WeakMap<LiveEvent, string>();

function textOf(event: LiveEvent): string {
  const text = texts.get(event) ?? `data: ${JSON.stringify(event)}\n\n`;
  texts.set(event, text);
  return text;
}

const place = z.object({
  id: z.string().regex(/^[a-z0-9]{1,60}$/),
  near: z
    .string()
    .regex(/^[\w-]{1,60}$/)
    .nullable(),
});

/** A window says near which heading its person is. */
export async function POST(
  request: Request,
  { params }: RouteContext<"/courses/[course]/pages/[page]/live">,
): Promise<Response> {
  const at = z.object({ course: id, page: id }).safeParse(await params);
  const given = place.safeParse(await request.json().catch(() => null));
  if (!at.success || !given.success) return nothing();
  // A window of this process is known by its id, which nobody else was told: where its person scrolls costs
  // no question.
  if (moveWindow(given.data.id, given.data.near)) return new Response(null, { status: 204 });
  const ctx = await requestContext();
  if (!ctx) return nothing();
  const isKnown = await goNear(
    ctx,
    { courseId: at.data.course, pageId: at.data.page, id: given.data.id },
    given.data.near,
  );
  return isKnown ? new Response(null, { status: 204 }) : nothing();
}

/**
 * Lets whoever writes load the editor again without a connection. It keeps the editor's page and what that page
 * needs, nothing else: what was typed is kept by the page itself, and sent by it later. A service worker.
 */
const shell = "tidy-ledger writing";
/** So many pages are kept, those that were opened last. */
const mostPages = 12;
const ownerPath = "/offline-owner";

const isWriting = ({ pathname }) =>
  /^\/courses\/[^/]+\/(pages\/[^/]+\/write|wikis\/[^/]+\/start)$/.test(pathname);

self.addEventListener("install", () => self.skipWaiting());
self.addEventListener("activate", (event) => event.waitUntil(self.clients.claim()));

self.addEventListener("message", (event) => {
  if (event.data?.kind === "keep") event.waitUntil(keep(event.data));
});

/** Keeps an editor's page for its writer; what was kept for somebody else goes. */
async function keep({ page, parts, owner }) {
  const known = await caches.match(ownerPath);
  if (known && (await known.text()) !== owner) await caches.delete(shell);
  const cache = await caches.open(shell);
  await cache.put(ownerPath, new Response(owner));
  const answer = await fetch(page, { credentials: "same-origin", cache: "no-store" });
  if (!answer.ok || answer.redirected) return;
  await cache.delete(page);
  await cache.put(page, answer);
  for (const part of parts) if (!(await cache.match(part))) await cache.add(part).catch(() => {});
  const pages = (await cache.keys()).filter(({ url }) => isWriting(new URL(url)));
  for (const old of pages.slice(0, Math.max(0, pages.length - mostPages))) await cache.delete(old);
}

self.addEventListener("fetch", (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== "GET" || url.origin !== self.location.origin) return;
  if (request.mode === "navigate" ? isWriting(url) : url.pathname.startsWith("/_next/static/"))
    event.respondWith(fetch(request).catch(() => kept(url.pathname)));
});

async function kept(path) {
  return (
    (await caches.match(path)) ??
    new Response("No connection, and this page is not kept on this device. What you typed is.", {
      status: 503,
      headers: { "Content-Type": "text/plain; charset=utf-8" },
    })
  );
}

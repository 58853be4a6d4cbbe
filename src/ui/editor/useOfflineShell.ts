"use client";
import { useEffect } from "react";

/**
 * Has the editor's page kept on this device by the service worker (public/offline.js), so that it can be loaded again without a connection.
 * @param owner whose page it is: what was kept for somebody else goes.
 * @param version with another one it is kept anew: the text that it begins with has changed.
 */
export function useOfflineShell(owner: string, version: number, isReady: boolean): void {
  useEffect(() => {
    if (!isReady || !("serviceWorker" in navigator)) return;
    let isGone = false;
    const keep = async () => {
      await navigator.serviceWorker.register("/offline.js");
      const { active } = await navigator.serviceWorker.ready;
      if (isGone) return;
      const parts = performance
        .getEntriesByType("resource")
        .map(({ name }) => new URL(name))
        .filter(({ origin, pathname }) => origin === location.origin && pathname.startsWith("/_next/static/"))
        .map(({ pathname }) => pathname);
      active?.postMessage({ kind: "keep", page: location.pathname, parts: [...new Set(parts)], owner });
    };
    // Where a browser forbids it there is no loading again without a connection, and all else works.
    void keep().catch(() => {});
    return () => {
      isGone = true;
    };
  }, [owner, version, isReady]);
}

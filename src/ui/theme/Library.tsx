"use client";
/**
 * What the parts of the interface library need around them: its theme, and a place for its styles. Screens
 * with fields, menus and dialogs stand in it; those that are only read do without, and load none of it until
 * something is opened.
 */
import { CacheProvider, type EmotionCache } from "@emotion/react";
import { ThemeProvider } from "@mui/material/styles";
import { AppRouterCacheProvider } from "@mui/material-nextjs/v16-appRouter";
import type { ReactNode } from "react";
import { theme } from "./theme";

/** The browser's one place for styles, whichever screens come and go; the server has one a request. */
let kept: EmotionCache | null = null;

function KeptCache({ value, children }: { value: EmotionCache; children?: ReactNode }) {
  if (typeof window === "undefined") return <CacheProvider value={value}>{children}</CacheProvider>;
  kept ??= value;
  return <CacheProvider value={kept}>{children}</CacheProvider>;
}

export function Library({ children }: { children: ReactNode }) {
  return (
    <AppRouterCacheProvider CacheProvider={KeptCache} options={{ enableCssLayer: false }}>
      <ThemeProvider theme={theme} defaultMode="system">
        {children}
      </ThemeProvider>
    </AppRouterCacheProvider>
  );
}

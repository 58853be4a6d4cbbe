import "@fontsource-variable/inter";
import "@fontsource-variable/source-serif-4/opsz.css";
import "@fontsource-variable/source-serif-4/opsz-italic.css";
import "@/ui/theme/tokens.css";
import "@/ui/theme/base.css";
import "@/ui/theme/headline.css";
import "@/ui/theme/ledger.css";
import "@/ui/theme/measures.css";
import "katex/dist/katex.min.css";
import "@/ui/theme/sheet.css";
import "@/ui/theme/document.css";
import "@/ui/theme/compare.css";
import "@/ui/theme/editor.css";
import "@/ui/theme/forms.css";
import "@/ui/theme/setup.css";
import "@/ui/theme/access.css";
import "@/ui/theme/doors.css";
import InitColorSchemeScript from "@mui/material/InitColorSchemeScript";
import { ThemeProvider } from "@mui/material/styles";
import { AppRouterCacheProvider } from "@mui/material-nextjs/v16-appRouter";
import type { Metadata, Viewport } from "next";
import { theme } from "@/ui/theme/theme";

export const metadata: Metadata = { title: { default: "Tidy Ledger", template: "%s · Tidy Ledger" } };
export const viewport: Viewport = { width: "device-width", initialScale: 1 };

export default function RootLayout({ children }: { children: React.ReactNode }) {
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        <InitColorSchemeScript attribute="data-scheme" defaultMode="system" />
        <AppRouterCacheProvider options={{ enableCssLayer: false }}>
          <ThemeProvider theme={theme} defaultMode="system">{children}</ThemeProvider>
        </AppRouterCacheProvider>
      </body>
    </html>
  );
}

import "@fontsource-variable/inter";
import "@fontsource-variable/source-serif-4/opsz.css";
import "@fontsource-variable/source-serif-4/opsz-italic.css";
import "@/ui/theme/tokens.css";
import "@/ui/theme/base.css";
import "@/ui/theme/buttons.css";
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
import "@/ui/theme/entries.css";
import "@/ui/theme/assess.css";
import "@/ui/theme/search.css";
import "@/ui/theme/touch.css";
import type { Metadata, Viewport } from "next";
import { headers } from "next/headers";
import { Suspense } from "react";
import { nonceHeader } from "@/data/session/front";
import { Arrivals } from "@/ui/frame/going";
import { Look } from "@/ui/theme/Look";
import { lookScript } from "@/ui/theme/look";

export const metadata: Metadata = { title: { default: "Tidy Ledger", template: "%s · Tidy Ledger" } };
/** An open keyboard makes the page lower, where the browser can do that, so that no bar lies behind it. */
export const viewport: Viewport = {
  width: "device-width",
  initialScale: 1,
  interactiveWidget: "resizes-content",
};

export default async function RootLayout({ children }: { children: React.ReactNode }) {
  const nonce = (await headers()).get(nonceHeader) ?? undefined;
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        <script nonce={nonce} suppressHydrationWarning dangerouslySetInnerHTML={{ __html: lookScript }} />
        <Look />
        <Suspense>
          <Arrivals />
        </Suspense>
        {children}
      </body>
    </html>
  );
}

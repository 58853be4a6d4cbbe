import type { NextConfig } from "next";
import { fileURLToPath } from "node:url";

const root = fileURLToPath(new URL(".", import.meta.url));

/** Nothing is loaded from elsewhere, whatever a page says; the framework's own scripts and styles stand in the page. */
const policy = [
  "default-src 'self'", `script-src 'self' 'unsafe-inline'${process.env.NODE_ENV === "development" ? " 'unsafe-eval'" : ""}`, "style-src 'self' 'unsafe-inline'", "img-src 'self' data: blob:", "media-src 'self' blob:", "font-src 'self' data:", "connect-src 'self'",
  "frame-src 'none'", "frame-ancestors 'none'", "base-uri 'self'", "form-action 'self'", "object-src 'none'",
].join("; ");

export default {
  reactStrictMode: true,
  poweredByHeader: false,
  output: "standalone",
  // Types are checked by bin/test; checking them once more would double the time of a first start.
  typescript: { ignoreBuildErrors: true },
  // A list of 20,000 people, or an assignment with forty starter pages, is more than the megabyte that is usual.
  experimental: { serverActions: { bodySizeLimit: "12mb" } },
  outputFileTracingRoot: root,
  turbopack: { root },
  serverExternalPackages: ["@node-rs/argon2", "pg", "pg-boss", "nodemailer", "sharp"],
  headers: async () => [
    {
      source: "/:path*",
      headers: [
        { key: "X-Content-Type-Options", value: "nosniff" },
        { key: "Referrer-Policy", value: "same-origin" },
        { key: "Permissions-Policy", value: "camera=(), microphone=(), geolocation=()" },
      ],
    },
    // Files bring a stricter policy of their own, which this one would take the place of; scripts and styles are no pages.
    { source: "/:path((?!_next/static/|.*/files/).*)", headers: [{ key: "Content-Security-Policy", value: policy }] },
  ],
} satisfies NextConfig;

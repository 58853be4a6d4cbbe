import type { NextConfig } from "next";
import { fileURLToPath } from "node:url";

const root = fileURLToPath(new URL(".", import.meta.url));

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
  serverExternalPackages: ["@node-rs/argon2", "pg-boss", "nodemailer"],
  headers: async () => [
    {
      source: "/:path*",
      headers: [
        { key: "X-Content-Type-Options", value: "nosniff" },
        { key: "Referrer-Policy", value: "same-origin" },
        { key: "Content-Security-Policy", value: "frame-ancestors 'none'; base-uri 'self'; form-action 'self'; object-src 'none'" },
        { key: "Permissions-Policy", value: "camera=(), microphone=(), geolocation=()" },
      ],
    },
  ],
} satisfies NextConfig;

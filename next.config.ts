import type { NextConfig } from "next";
import { fileURLToPath } from "node:url";

const root = fileURLToPath(new URL(".", import.meta.url));

export default {
  reactStrictMode: true,
  poweredByHeader: false,
  output: "standalone",
  // Types are checked by bin/test; checking them once more would double the time of a first start.
  typescript: { ignoreBuildErrors: true },
  // A list of 20,000 people, or an assignment with forty starter pages, is more than the megabyte that is
  // usual.
  experimental: { serverActions: { bodySizeLimit: "12mb" } },
  outputFileTracingRoot: root,
  turbopack: { root },
  serverExternalPackages: [
    "@node-rs/argon2",
    "@zxcvbn-ts/language-common",
    "pg",
    "pg-boss",
    "pino",
    "nodemailer",
    "sharp",
  ],
  // What a page may load is said where requests come in (src/data/session/front.ts), since it differs from
  // one to the next.
  headers: async () => [
    {
      source: "/:path*",
      headers: [
        { key: "X-Content-Type-Options", value: "nosniff" },
        { key: "Referrer-Policy", value: "same-origin" },
        { key: "Permissions-Policy", value: "camera=(), microphone=(), geolocation=()" },
      ],
    },
  ],
} satisfies NextConfig;

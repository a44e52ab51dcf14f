import { existsSync, readFileSync } from "node:fs";
import type { NextConfig } from "next";

/**
 * Built ahead by scripts/run/prebuild.mjs. The development server begins the store's worker from its source; types of routes
 * are made before there is anything.
 */
const KEEPER_NAME = "node_modules/.cache/gaman/keeper.txt";
const keeper =
  process.env.NODE_ENV === "production" && existsSync(KEEPER_NAME)
    ? `/_next/static/chunks/${readFileSync(KEEPER_NAME, "utf8")}`
    : "";

const config: NextConfig = {
  env: { KEEPER_SCRIPT: keeper },
  reactStrictMode: true,
  poweredByHeader: false,
  typedRoutes: true,
  // The gallery of parts is a page of the development server only.
  ...(process.env.NODE_ENV === "development" && { pageExtensions: ["dev.tsx", "tsx", "ts"] }),
  devIndicators: false,
  agentRules: false,
  // Without this the development page opened by number is served but never hydrates.
  allowedDevOrigins: ["127.0.0.1"],
  // One loader for each part that is fetched when it is drawn: scripts/run/loaders.mjs says why.
  experimental: { turbopackClientSideNestedAsyncChunking: false },
  turbopack: {
    root: import.meta.dirname,
    // Built ahead by scripts/run/prebuild.mjs; the development server takes the package as it is.
    ...(process.env.NODE_ENV === "production" && {
      resolveAlias: { "zod/mini": "./node_modules/.cache/gaman/smallZod.mjs" },
    }),
  },
  images: { unoptimized: true },
  // It starts threads of its own and is loaded as it is.
  serverExternalPackages: ["piscina"],
  // `npm test` checks the types of the whole project before it builds; once is enough.
  typescript: { ignoreBuildErrors: true },
};

export default config;

import { fileURLToPath } from "node:url";

/** @type {import('next').NextConfig} */
export default {
	// Jest reads this list too: these ship ES modules only.
	transpilePackages: ["uuid", "canonicalize", "@noble/hashes", "idb", "pure-rand"],
	serverExternalPackages: ["@libsql/client", "libsql"],
	// Tests start servers of their own beside a running one; each has its own build folder.
	distDir: process.env.PEG_DIST ?? ".next",
	turbopack: { root: fileURLToPath(new URL(".", import.meta.url)) },
	sassOptions: { quietDeps: true, silenceDeprecations: ["import", "global-builtin", "color-functions", "if-function"] },
	poweredByHeader: false,
	// A page is never shown before its title: a screen reader says the title first.
	htmlLimitedBots: /.*/,
	devIndicators: false,
	experimental: { serverActions: { bodySizeLimit: "2mb" } },
};

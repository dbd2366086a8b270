import { fileURLToPath } from "node:url";
import { PHASE_DEVELOPMENT_SERVER, PHASE_PRODUCTION_BUILD } from "next/constants.js";
import { zodParts } from "./scripts/zodParts.mjs";

const header = (values) => Object.entries(values).map(([key, value]) => ({ key, value }));

/** What a page may do at all; what its scripts may be is said by the proxy, page by page. */
const everyPage = header({
	"X-Content-Type-Options": "nosniff",
	"X-Frame-Options": "DENY",
	"Referrer-Policy": "same-origin",
	"Permissions-Policy": "geolocation=(), microphone=(), payment=(), usb=()",
});

/** The student's page: its own script, sheet and pictures, its own link to write to, and nothing else. */
const studentHeaders = header({
	"Content-Security-Policy": [
		"default-src 'none'",
		"script-src 'self'",
		"style-src 'self'",
		"img-src 'self' data:",
		"media-src 'self'",
		"font-src data:",
		"connect-src 'self'",
		"worker-src 'self'",
		"form-action 'none'",
		"base-uri 'none'",
		"frame-ancestors 'none'",
	].join("; "),
	"X-Robots-Tag": "noindex",
});

/** @type {import('next').NextConfig} */
const config = {
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
	// `npm run check` and `npm test` look at types, in a third of the time.
	typescript: { ignoreBuildErrors: true },
	headers: async () => [
		{ source: "/p/:path*", headers: studentHeaders },
		{ source: "/:path*", headers: everyPage },
	],
	// Each page's code is read when it is first asked for: a server that was killed answers again in 0.9 s, not in 1.6.
	experimental: { serverActions: { bodySizeLimit: "2mb" }, preloadEntriesOnStart: false },
};

/** Whoever bundles gets the schema library's parts for the browser; the server has all of it. */
export default async function configFor(phase) {
	if (phase !== PHASE_PRODUCTION_BUILD && phase !== PHASE_DEVELOPMENT_SERVER) return config;
	const resolveAlias = { "zod/mini": { browser: await zodParts() } };
	return { ...config, turbopack: { ...config.turbopack, resolveAlias } };
}

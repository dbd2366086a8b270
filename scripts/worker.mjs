// After the build: bundles the student's page and the service workers, and gives the coach's the list of what it holds ready.
import { readFileSync } from "node:fs";
import { injectManifest } from "@serwist/build";
import { build } from "esbuild";
import { at, bundled } from "./lib.mjs";

const production = { "process.env.NODE_ENV": '"production"' };

// The student's page is one script and one sheet: behind a link as they are, in a file to send as they stand.
await build({
	entryPoints: {
		practice: at("src", "screens", "home", "entry.tsx"),
		sw: at("src", "device", "offline", "practiceSw.ts"),
	},
	outdir: at("public", "p"),
	bundle: true,
	minify: true,
	format: "iife",
	jsx: "automatic",
	target: "es2022",
	charset: "utf8",
	legalComments: "none",
	loader: { ".woff2": "dataurl" },
	define: production,
	logLevel: "warning",
});

// Beside the page that asks for the passcode.
await build({
	entryPoints: [at("src", "device", "left.ts")],
	outfile: at("public", "left.js"),
	bundle: true,
	minify: true,
	format: "iife",
	target: "es2022",
	define: production,
	logLevel: "warning",
});

// What runs beside the server, or starts it: as one file each, with its packages, it begins in half the time that
// reading those one by one takes.
// Left out are what is no script, and Next, which starts from its own folder.
await build({
	entryPoints: Object.fromEntries(bundled.map((name) => [name, at("scripts", `${name}.ts`)])),
	outdir: at(".next", "jobs"),
	outExtension: { ".js": ".mjs" },
	bundle: true,
	platform: "node",
	external: ["libsql", "next", "sharp"],
	format: "esm",
	// Packages in the older manner ask for Node's own modules by this name.
	banner: { js: 'import { createRequire } from "node:module"; const require = createRequire(import.meta.url);' },
	target: "node20",
	logLevel: "warning",
});

const revision = readFileSync(at(".next", "BUILD_ID"), "utf8").trim();
const swBundle = at(".next", "sw.bundle.js");
await build({
	entryPoints: [at("src", "device", "offline", "sw.ts")],
	outfile: swBundle,
	bundle: true,
	minify: true,
	format: "iife",
	target: "es2022",
	define: { ...production, "globalThis.__SW_MANIFEST": "self.__SW_MANIFEST" },
	logLevel: "warning",
});
const { count, size, warnings } = await injectManifest({
	swSrc: swBundle,
	swDest: at("public", "sw.js"),
	injectionPoint: "self.__SW_MANIFEST",
	globDirectory: at(".next", "static"),
	globPatterns: ["**/*.{js,css,woff2}"],
	modifyURLPrefix: { "": "/_next/static/" },
	// File names carry a hash of what is in them.
	dontCacheBustURLsMatching: /./,
	maximumFileSizeToCacheInBytes: 10_000_000,
	additionalPrecacheEntries: ["/live", "/wrap", "/sums", "/position", "/how", "/offline"].map((url) => ({
		url,
		revision,
	})),
});
for (const warning of warnings) console.warn(warning);
console.log(`The service worker holds ${count} files ready, ${(size / 1e6).toFixed(1)} MB.`);

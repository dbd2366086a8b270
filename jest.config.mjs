import nextJest from "next/jest.js";

export default nextJest({ dir: "./" })({
	testEnvironment: "node",
	// Handed to each file, these are found at once; else each use of one asks the sandbox, which took a quarter of all time.
	// None that a test puts another in the place of, as of the clock.
	sandboxInjectedGlobals: [
		...["Array", "Boolean", "Error", "Infinity", "JSON", "Map", "Math", "Number", "Object", "Promise"],
		...["Reflect", "RegExp", "Set", "String", "Symbol", "TypeError", "Uint8Array", "WeakMap", "isNaN", "parseInt"],
		...["ArrayBuffer", "BigInt", "DataView", "Float64Array", "Int32Array", "Proxy", "Uint32Array"],
	],
	setupFiles: ["<rootDir>/jest.setup.ts"],
	setupFilesAfterEnv: ["<rootDir>/jest.waits.ts"],
	// For what hangs, not for what is slow.
	testTimeout: 120_000,
	testMatch: ["**/*.test.ts", "**/*.test.tsx"],
	roots: ["<rootDir>/src", "<rootDir>/demo"],
	// Every core: with one left free, two of them are one.
	maxWorkers: "100%",
	moduleNameMapper: {
		// It offers itself to `import` alone, and tests are read as CommonJS.
		"^canonicalize$": "<rootDir>/node_modules/canonicalize/lib/canonicalize.js",
		"^@/(.*)$": "<rootDir>/src/$1",
		"^@demo/(.*)$": "<rootDir>/demo/$1",
	},
	modulePathIgnorePatterns: ["<rootDir>/.next", "<rootDir>/.test"],
});

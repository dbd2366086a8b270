import nextJest from "next/jest.js";

export default nextJest({ dir: "./" })({
	testEnvironment: "node",
	setupFiles: ["<rootDir>/jest.setup.ts"],
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

import nextJest from "next/jest.js";

export default nextJest({ dir: "./" })({
	testEnvironment: "node",
	setupFiles: ["<rootDir>/jest.setup.ts"],
	testMatch: ["**/*.test.ts", "**/*.test.tsx"],
	roots: ["<rootDir>/src", "<rootDir>/demo"],
	moduleNameMapper: { "^@/(.*)$": "<rootDir>/src/$1", "^@demo/(.*)$": "<rootDir>/demo/$1" },
	modulePathIgnorePatterns: ["<rootDir>/.next", "<rootDir>/.test"],
});

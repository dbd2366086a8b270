import { createHash, randomBytes } from "node:crypto";
import { lightScript } from "@/ui/lightScript";

const hashed = (script: string): string => `'sha256-${createHash("sha256").update(script).digest("base64")}'`;
const light = hashed(lightScript);

/**
 * What a page may do: its scripts are files of ours, and those inline ones that carry this
 * answer's number, which is used once.
 */
export const policyForOnePage = (): string =>
	[
		"default-src 'self'",
		`script-src 'self' 'nonce-${randomBytes(18).toString("base64")}' ${light}`,
		// What a component sets on an element is a style attribute.
		"style-src 'self' 'unsafe-inline'",
		"img-src 'self' data: blob:",
		"media-src 'self' blob:",
		"font-src 'self' data:",
		"worker-src 'self' blob:",
		"object-src 'none'",
		"base-uri 'none'",
		"form-action 'self'",
		"frame-ancestors 'none'",
	].join("; ");

import { fileURLToPath } from "node:url";

/** The baseline application: as little as the framework allows, with the product's own versions. */
/** @type {import('next').NextConfig} */
export default {
	serverExternalPackages: ["@libsql/client", "libsql"],
	turbopack: { root: fileURLToPath(new URL("../..", import.meta.url)) },
	poweredByHeader: false,
	devIndicators: false,
};

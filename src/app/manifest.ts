import type { MetadataRoute } from "next";

export default function manifest(): MetadataRoute.Manifest {
	return {
		id: "/",
		name: "Peg Ladder",
		short_name: "Peg Ladder",
		description: "Key positions, a ladder of drills, and a count that is never lost.",
		start_url: "/",
		display: "standalone",
		background_color: "#f6f3ec",
		theme_color: "#f6f3ec",
		icons: [
			{ src: "/icon-192.png", sizes: "192x192", type: "image/png" },
			{ src: "/icon-512.png", sizes: "512x512", type: "image/png" },
			{ src: "/icon-512.png", sizes: "512x512", type: "image/png", purpose: "maskable" },
		],
	};
}

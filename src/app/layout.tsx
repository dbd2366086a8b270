import "@fontsource/atkinson-hyperlegible-next/400.css";
import "@fontsource/atkinson-hyperlegible-next/700.css";
import type { Metadata, Viewport } from "next";
import { today } from "@/ui/dates";
import { lightScript } from "@/ui/lightScript";
import { Companion } from "./Companion";
import { Finder } from "./Finder";
import { MadeUp } from "./MadeUp";
import "./theme.scss";

// Made for each request: a page carries its policy's number and the day it is. One that was made at the build
// would be made anew behind our back as soon as anything is saved, and fit neither.
export const dynamic = "force-dynamic";

export const metadata: Metadata = {
	title: { default: "Peg Ladder", template: "%s · Peg Ladder" },
	description: "Key positions, a ladder of drills, and a count that is never lost.",
};

export const viewport: Viewport = {
	width: "device-width",
	initialScale: 1,
	viewportFit: "cover",
	themeColor: "#f6f3ec",
};

export default function Layout({ children }: { children: React.ReactNode }) {
	return (
		<html lang="en" data-day={today()} suppressHydrationWarning>
			<head>
				{/* biome-ignore lint/security/noDangerouslySetInnerHtml: our own constant, run before the first paint */}
				<script dangerouslySetInnerHTML={{ __html: lightScript }} />
			</head>
			<body>
				<MadeUp />
				{children}
				<Companion />
				<Finder />
			</body>
		</html>
	);
}

import "@fontsource/atkinson-hyperlegible-next/400.css";
import "@fontsource/atkinson-hyperlegible-next/700.css";
import type { Metadata, Viewport } from "next";
import { today } from "@/ui/dates";
import { lightScript } from "@/ui/lightScript";
import { Companion } from "./Companion";
import "./theme.scss";

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
				{children}
				<Companion />
			</body>
		</html>
	);
}

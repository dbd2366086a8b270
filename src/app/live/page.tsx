import type { Metadata } from "next";
import { LiveShell } from "@/screens/live/LiveShell";

export const metadata: Metadata = { title: "Live lesson" };

export default function Page() {
	return <LiveShell />;
}

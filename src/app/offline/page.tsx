import type { Metadata } from "next";
import { Offline } from "@/screens/offline/Offline";

export const metadata: Metadata = { title: "No signal" };

export default function Page() {
	return <Offline />;
}

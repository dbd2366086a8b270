import type { Metadata } from "next";
import { Offline } from "@/screens/offline/Offline";

export const metadata: Metadata = { title: "No connection" };

export default function Page() {
	return <Offline />;
}

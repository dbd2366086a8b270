import type { Metadata } from "next";
import { RoundsPage } from "@/screens/rounds/RoundsPage";

export const metadata: Metadata = { title: "Rounds" };

export default function Page() {
	return <RoundsPage />;
}

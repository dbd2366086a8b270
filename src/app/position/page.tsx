import type { Metadata } from "next";
import { PositionPage } from "@/screens/position/PositionPage";

export const metadata: Metadata = { title: "Position check" };

export default function Page() {
	return <PositionPage />;
}

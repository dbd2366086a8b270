import type { Metadata } from "next";
import { SumsPage } from "@/screens/sums/SumsPage";

export const metadata: Metadata = { title: "Calculators" };

export default function Page() {
	return <SumsPage />;
}

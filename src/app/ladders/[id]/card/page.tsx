import { notFound } from "next/navigation";
import { Card } from "@/screens/ladders/Card";
import { readCard } from "@/server/readLadders";

export const dynamic = "force-dynamic";
export const metadata = { title: "Card" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
	const card = await readCard((await params).id);
	if (!card) notFound();
	return <Card {...card} />;
}

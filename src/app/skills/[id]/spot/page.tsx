import { notFound } from "next/navigation";
import { SpotSheet } from "@/screens/skills/SpotSheet";
import { readSkill } from "@/server/readSkills";

export const metadata = { title: "Spot it" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
	const { id } = await params;
	const page = await readSkill(id);
	if (!page?.inForce) notFound();
	return <SpotSheet id={id} skill={page.inForce} />;
}

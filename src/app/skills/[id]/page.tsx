import { notFound } from "next/navigation";
import { SkillBench } from "@/screens/skills/SkillBench";
import { readSkill } from "@/server/readSkills";

export const dynamic = "force-dynamic";
export const metadata = { title: "Skill" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
	const page = await readSkill((await params).id);
	if (!page) notFound();
	return <SkillBench key={page.id} {...page} />;
}

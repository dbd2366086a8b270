import { readSkills } from "@/doors/readSkills";
import { SkillList } from "@/screens/skills/SkillList";

export const dynamic = "force-dynamic";
export const metadata = { title: "Skills" };

export default async function Page() {
	return <SkillList skills={await readSkills()} />;
}

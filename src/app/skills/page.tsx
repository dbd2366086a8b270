import { SkillList } from "@/screens/skills/SkillList";
import { readSkills } from "@/server/readSkills";

export const dynamic = "force-dynamic";
export const metadata = { title: "Skills" };

export default async function Page() {
	return <SkillList skills={await readSkills()} />;
}

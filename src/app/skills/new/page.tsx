import { v7 as uuid } from "uuid";
import { readNewSkill } from "@/doors/readSkills";
import { SkillBench } from "@/screens/skills/SkillBench";

export const dynamic = "force-dynamic";
export const metadata = { title: "New skill" };

export default async function Page() {
	return <SkillBench {...(await readNewSkill(uuid()))} />;
}

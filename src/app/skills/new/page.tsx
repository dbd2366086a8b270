import { v7 as uuid } from "uuid";
import { SkillBench } from "@/screens/skills/SkillBench";
import { readNewSkill } from "@/server/readSkills";

export const dynamic = "force-dynamic";
export const metadata = { title: "New skill" };

export default async function Page() {
	return <SkillBench {...(await readNewSkill(uuid()))} />;
}

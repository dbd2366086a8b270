import { SkillBench } from "@/screens/skills/SkillBench";

export const metadata = { title: "New skill" };

export default function Page() {
	return (
		<SkillBench
			at={null}
			skill={{ name: "", about: "", positions: [] }}
			archived={false}
			followed={{ ladders: 0, older: 0 }}
		/>
	);
}

import { Lucky } from "@/screens/rules/Lucky";
import { readRuledRungs } from "@/server/readRules";

export const dynamic = "force-dynamic";
export const metadata = { title: "Rules luck can pass" };

export default async function Page() {
	return <Lucky rungs={await readRuledRungs()} />;
}

import { Designer } from "@/screens/rules/Designer";
import { readBandLow } from "@/server/readRules";

export const metadata = { title: "Test a rule" };
export const dynamic = "force-dynamic";

export default async function Page() {
	return <Designer bandLow={await readBandLow()} />;
}

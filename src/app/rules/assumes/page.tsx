import { Assumes } from "@/screens/rules/Assumes";

export const metadata = { title: "What the numbers assume" };

export default function Page() {
	return <Assumes />;
}

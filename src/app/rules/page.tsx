import { Designer } from "@/screens/rules/Designer";

export const metadata = { title: "Try a rule out" };

export default function Page() {
	return <Designer />;
}

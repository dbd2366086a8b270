import Link from "next/link";
import { Bench } from "@/ui/Bench";

export default function NotFound() {
	return (
		<Bench>
			<h1>Not here</h1>
			<p>What this address names is not in this studio; it may have been put in another, or deleted.</p>
			<Link href="/">Today</Link>
		</Bench>
	);
}

import { BenchPage } from "@/ui/BenchPage";
import { type Listed, PlaceList } from "./PlaceList";

/** Every tool with the question it answers; each is also reached from where it is used. */
const tools: readonly Listed[] = [
	{
		href: "/sums",
		name: "Calculators",
		answers: "How fast, how high, how far, how heavy, how often?",
		drawing: "sums",
	},
	{ href: "/position", name: "Position check", answers: "Is this held finish inside its angles?", drawing: "position" },
	{ href: "/rules", name: "Test a rule", answers: "Who passes this rule, and how often by luck?", drawing: "rule" },
	{
		href: "/rules/lucky",
		name: "Rules luck can pass",
		answers: "Which rungs let students pass too soon?",
		drawing: "luck",
	},
	{
		href: "/ladders/difficulties",
		name: "Difficulty scales",
		answers: "What gets harder, and by how much?",
		drawing: "scales",
	},
	{ href: "/load", name: "Training load", answers: "Who does too much this week?", drawing: "load" },
	{ href: "/care", name: "Safety and consent", answers: "What must be checked, and who agreed?", drawing: "care" },
	{ href: "/studio", name: "All students", answers: "Who is stuck, and which rungs are slow?", drawing: "studio" },
];

export const ToolsPage = () => (
	<BenchPage>
		<h1>Tools</h1>
		<PlaceList list={tools} />
	</BenchPage>
);

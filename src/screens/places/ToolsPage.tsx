import { BenchPage } from "@/ui/BenchPage";
import { tools } from "./listed";
import { PlaceList } from "./PlaceList";

export const ToolsPage = () => (
	<BenchPage>
		<h1>Tools</h1>
		<PlaceList list={tools} />
	</BenchPage>
);

import { ToolsPage } from "@/screens/places/ToolsPage";

export const metadata = { title: "Tools" };

export default function Page() {
	return <ToolsPage />;
}

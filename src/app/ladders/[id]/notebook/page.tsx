import { NotebookPage } from "@/screens/notebook/NotebookPage";

export const metadata = { title: "Old scores" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
	return <NotebookPage ladder={(await params).id} />;
}

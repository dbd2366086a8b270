import { notFound } from "next/navigation";
import { LoadPage } from "@/screens/load/LoadPage";
import { readLoad } from "@/server/readLoad";

export const metadata = { title: "Training load" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
	const props = await readLoad((await params).id);
	if (!props) notFound();
	return <LoadPage key={props.at.id} {...props} />;
}

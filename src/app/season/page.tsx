import { notFound } from "next/navigation";
import { Season } from "@/screens/season/Season";
import { readSeason } from "@/server/readSeason";

export const dynamic = "force-dynamic";
export const metadata = { title: "Season" };

export default async function Page({ searchParams }: { searchParams: Promise<{ student?: string }> }) {
	const { student } = await searchParams;
	const props = typeof student === "string" ? await readSeason(student) : null;
	if (!props) notFound();
	return <Season key={props.student.id} {...props} />;
}

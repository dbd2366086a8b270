import { MonthPage } from "@/screens/calendar/MonthPage";
import { readMonth } from "@/server/readMonth";

export const dynamic = "force-dynamic";
export const metadata = { title: "The month" };

export default async function Page({ searchParams }: { searchParams: Promise<{ month?: string | string[] }> }) {
	const { month } = await searchParams;
	return <MonthPage {...(await readMonth(typeof month === "string" ? month : undefined))} />;
}

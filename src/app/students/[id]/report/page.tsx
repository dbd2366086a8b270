import { notFound } from "next/navigation";
import { ReportPage } from "@/screens/report/ReportPage";
import { readReport } from "@/server/readReport";

export const metadata = { title: "Season report" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
	const report = await readReport((await params).id);
	if (!report) notFound();
	return <ReportPage report={report} />;
}

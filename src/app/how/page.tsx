import { HowPage } from "@/screens/places/HowPage";

export const metadata = { title: "How it works" };

export default function Page() {
	return <HowPage />;
}

import { WrapShell } from "@/screens/wrap/WrapShell";

export const metadata = { title: "Wrap-up" };

export default function Page() {
	return <WrapShell />;
}

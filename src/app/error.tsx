"use client";

import { Amiss } from "@/screens/offline/Amiss";

/** A page that failed while it was drawn: in words, with a way on. */
export default function PageError({ reset }: { error: Error; reset: () => void }) {
	return <Amiss onAgain={reset} />;
}

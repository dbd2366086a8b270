// Fills DATABASE_URL with the demo studio.
import { fillDemo } from "@demo/fill";
import { today } from "@/ui/dates";

const url = process.env.DATABASE_URL;
if (!url) throw new Error("DATABASE_URL is needed");
const { events } = await fillDemo(url, today());
console.log(`The demo studio is filled: ${events} events up to today.`);

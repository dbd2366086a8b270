import { useState } from "react";
import { QrPicture } from "@/ui/QrPicture";
import css from "./home.module.css";
import { useSpeech } from "./Speech";

/** The same page on a second phone: its address as a picture; of the file, that it may be sent on. */
export function OtherPhone({ file }: { file: boolean }) {
	const { say } = useSpeech();
	const [open, setOpen] = useState(false);
	return (
		<>
			<button type="button" className={css.quiet} aria-expanded={open} onClick={() => setOpen(!open)}>
				{say("phones.open")}
			</button>
			{open && (
				<section aria-label={say("phones.title")}>
					<p>{say(file ? "phones.file" : "phones.how")}</p>
					{!file && (
						<figure className={css.qr}>
							<QrPicture words={window.location.href} label={say("phones.picture")} />
						</figure>
					)}
				</section>
			)}
		</>
	);
}

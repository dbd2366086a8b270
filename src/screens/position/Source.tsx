"use client";

import { useId, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { poseOf } from "@/core/position/figure";
import { Film } from "./Film";
import css from "./position.module.css";
import { fromFile, fromPose, type Taken } from "./takePicture";

const isClip = (file: File) => file.type.startsWith("video/");

/** Where the picture comes from: a file, the phone's camera, a frame of a clip, or the simulated camera. */
export function Source({ onPicture }: { onPicture: (picture: Taken) => void }) {
	const id = useId();
	const [clips, setClips] = useState<{ url: string; name: string }[]>([]);
	const [trouble, setTrouble] = useState("");
	const [pose, setPose] = useState(1);
	const take = async (files: readonly File[]) => {
		setTrouble("");
		const films = files.filter(isClip).slice(0, 2);
		if (films.length > 0) {
			const fresh = films.map((file) => ({ url: URL.createObjectURL(file), name: file.name }));
			// A second one comes beside the first; a third begins anew.
			setClips((was) => (was.length === 1 && fresh.length === 1 ? [...was, ...fresh] : fresh));
			return;
		}
		const [file] = files;
		if (!file) return;
		await bring(() => fromFile(file));
	};
	const bring = async (make: () => Promise<Taken>) => {
		try {
			onPicture(await make());
			setTrouble("");
		} catch (error) {
			setTrouble(error instanceof Error ? error.message : "The picture cannot be read. Choose another.");
		}
	};
	return (
		<>
			<div className={css.source}>
				<div>
					<Form.Label htmlFor={`${id}file`}>A picture, or one or two clips</Form.Label>
					<Form.Control
						id={`${id}file`}
						type="file"
						multiple
						accept="image/*,video/*"
						onChange={(event) => void take([...((event.target as HTMLInputElement).files ?? [])])}
					/>
				</div>
				<div>
					<Form.Label htmlFor={`${id}camera`}>The camera</Form.Label>
					<Form.Control
						id={`${id}camera`}
						type="file"
						accept="image/*"
						capture="environment"
						onChange={(event) => void take([...((event.target as HTMLInputElement).files ?? [])])}
					/>
				</div>
				<div>
					<Form.Label htmlFor={`${id}pose`}>The simulated camera, pose</Form.Label>
					<span className="d-flex gap-2">
						<Form.Control
							id={`${id}pose`}
							type="number"
							min={1}
							max={999}
							style={{ width: 90 }}
							value={pose || ""}
							onChange={(event) => setPose(Math.min(999, Math.max(0, Math.floor(Number(event.target.value)))))}
						/>
						<Button variant="outline-primary" onClick={() => void bring(() => fromPose(poseOf(pose || 1)))}>
							take the picture
						</Button>
					</span>
				</div>
			</div>
			{trouble && (
				<p className="asks" role="alert">
					{trouble}
				</p>
			)}
			{clips.length > 0 && <Film clips={clips} onFrame={onPicture} />}
		</>
	);
}

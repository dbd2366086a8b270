"use client";

import { useEffect, useState } from "react";
import Modal from "react-bootstrap/Modal";
import css from "./frame.module.scss";
import { useKeys } from "./useKeys";

export interface KeyHint {
	keys: readonly string[];
	does: string;
}

const everywhere: readonly KeyHint[] = [
	{ keys: ["?"], does: "these keys" },
	{ keys: ["Tab"], does: "next control" },
	{ keys: ["Esc"], does: "close what is open" },
];

const Key = ({ name }: { name: string }) => <kbd className={css.key}>{name}</kbd>;

/** The line of keys at the foot of a bench, and the whole list on `?`. */
export function KeyLine({ hints }: { hints: readonly KeyHint[] }) {
	const [open, setOpen] = useState(false);
	useKeys({ "?": () => setOpen(true) });
	useEffect(() => {
		const show = () => setOpen(true);
		window.addEventListener("peg-ladder-keys", show);
		return () => window.removeEventListener("peg-ladder-keys", show);
	}, []);
	const all = [...hints, ...everywhere];
	return (
		<>
			<div className={css.keys} aria-hidden="true">
				{all.map(({ keys, does }) => (
					<span key={does}>
						{keys.map((key) => (
							<Key key={key} name={key} />
						))}
						{does}
					</span>
				))}
			</div>
			<Modal show={open} onHide={() => setOpen(false)} aria-labelledby="keys-title">
				<Modal.Header closeButton>
					<h2 id="keys-title">Keys</h2>
				</Modal.Header>
				<Modal.Body>
					<dl>
						{all.map(({ keys, does }) => (
							<div key={does} className="d-flex gap-3 mb-1">
								<dt style={{ minWidth: 90 }}>
									{keys.map((key) => (
										<Key key={key} name={key} />
									))}
								</dt>
								<dd className="m-0">{does}</dd>
							</div>
						))}
					</dl>
				</Modal.Body>
			</Modal>
		</>
	);
}

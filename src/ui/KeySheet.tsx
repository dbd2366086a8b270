"use client";

import Modal from "react-bootstrap/Modal";
import { Key, type KeyHint } from "./Key";

export interface KeySheetProps {
	all: readonly KeyHint[];
	open: boolean;
	onClose: () => void;
}

/** The whole list of keys, over the page. */
export function KeySheet({ all, open, onClose }: KeySheetProps) {
	return (
		<Modal show={open} onHide={onClose} aria-labelledby="keys-title">
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
	);
}

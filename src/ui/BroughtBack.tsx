import Button from "react-bootstrap/Button";

/** What an earlier visit typed was found on this device; it can be dropped. */
export function BroughtBack({ document }: { document: { restored: boolean; editor: { letGo: () => void } } }) {
	return (
		document.restored && (
			<p className="hint m-0">
				Your unsaved text is back.{" "}
				<Button variant="link" onClick={document.editor.letGo}>
					discard the text
				</Button>
			</p>
		)
	);
}

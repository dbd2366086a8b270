import Button from "react-bootstrap/Button";

export interface UndoSteps {
	canUndo: boolean;
	canRedo: boolean;
	undo: () => void;
	redo: () => void;
}

/** Back and forth over a bench's own history; its keys are `useUndoKeys`. */
export function UndoRedo({ canUndo, canRedo, undo, redo, className }: UndoSteps & { className?: string | undefined }) {
	return (
		<span className={className}>
			<Button variant="link" disabled={!canUndo} onClick={undo}>
				undo
			</Button>
			<Button variant="link" disabled={!canRedo} onClick={redo}>
				redo
			</Button>
		</span>
	);
}

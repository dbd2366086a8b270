"use client";

import type { Coach } from "@/core/coach/coach";
import { USUALLY_SURE } from "@/core/plan/item";
import { usualLimits } from "@/core/plan/planLimits";
import { BenchPage } from "@/ui/BenchPage";
import { COACH_DRAFT, coachDocument } from "@/ui/coachDocument";
import { InForce } from "@/ui/InForce";
import Link from "@/ui/Link";
import { UndoRedo } from "@/ui/UndoRedo";
import { useDocument } from "@/ui/useDocument";
import { LimitFields, SureField } from "./LimitFields";
import css from "./plans.module.css";

/** What every new plan keeps to; a plan may differ. */
export function PlanLimitsPage({ at, coach }: { at: { id: string; rev: number }; coach: Coach }) {
	const { values: now, editor, steps, inForce } = useDocument(COACH_DRAFT, at, coach, coachDocument);
	const plans = now.plans ?? { limits: usualLimits, sure: USUALLY_SURE };
	const edit = (part: Partial<typeof plans>, what: string) =>
		editor.edit({ ...now, plans: { ...plans, ...part } }, what);
	return (
		<BenchPage keys={[{ keys: ["Ctrl Z"], does: "undo" }]}>
			<div className={css.title}>
				<h1>Plan limits</h1>
				<UndoRedo {...steps} />
			</div>
			<p className="mute">Every new plan starts with these. You can change them in each plan.</p>
			<InForce {...inForce} />
			<div className={css.limits}>
				<SureField sure={plans.sure} onSure={(sure) => edit({ sure }, "sure")} />
				<LimitFields limits={plans.limits} onLimits={(limits, what) => edit({ limits }, what)} />
			</div>
			<p className={css.foot}>
				<Link href="/plans">all plans</Link>
			</p>
		</BenchPage>
	);
}

"use client";

import { type ComponentType, useEffect } from "react";
import { late, preloadLate } from "@/ui/late";
import type { DrawerName } from "../LiveContext";
import { NotFetched } from "./Drawer";

/** Not needed to count: each is fetched late; where that fails nothing else does. */
const fetchedLate = {
	cue: late(() => import("./CueDrawer").then((module) => module.CueDrawer), NotFetched),
	evidence: late(() => import("./EvidenceDrawer").then((module) => module.EvidenceDrawer), NotFetched),
	device: late(() => import("./DeviceDrawer").then((module) => module.DeviceDrawer), NotFetched),
	label: late(() => import("./LabelDrawer").then((module) => module.LabelDrawer), NotFetched),
	ladders: late(() => import("./LaddersDrawer").then((module) => module.LaddersDrawer), NotFetched),
	more: late(() => import("./MoreDrawer").then((module) => module.MoreDrawer), NotFetched),
	state: late(() => import("./StateDrawer").then((module) => module.StateDrawer), NotFetched),
	tries: late(() => import("./TriesDrawer").then((module) => module.TriesDrawer), NotFetched),
	pain: late(() => import("./PainDrawer").then((module) => module.PainDrawer), NotFetched),
	tally: late(() => import("./TallyDrawer").then((module) => module.TallyDrawer), NotFetched),
	setup: late(() => import("./SetUpDrawer").then((module) => module.SetUpDrawer), NotFetched),
	park: late(() => import("./ParkDrawer").then((module) => module.ParkDrawer), NotFetched),
	watch: late(() => import("./WatchDrawer").then((module) => module.WatchDrawer), NotFetched),
	circuit: late(() => import("./CircuitDrawer").then((module) => module.CircuitDrawer), NotFetched),
	lesson: late(() => import("./LessonDrawer").then((module) => module.LessonDrawer), NotFetched),
	plan: late(() => import("./PlanDrawer").then((module) => module.PlanDrawer), NotFetched),
	caller: late(() => import("../courtside/CallerDrawer").then((module) => module.CallerDrawer), NotFetched),
	rhythm: late(() => import("../courtside/RhythmDrawer").then((module) => module.RhythmDrawer), NotFetched),
	group: late(() => import("../courtside/GroupDrawer").then((module) => module.GroupDrawer), NotFetched),
	spot: late(() => import("../courtside/SpotDrawer").then((module) => module.SpotDrawer), NotFetched),
	roles: late(() => import("../courtside/RolesDrawer").then((module) => module.RolesDrawer), NotFetched),
	break: late(() => import("./BreakDrawer").then((module) => module.BreakDrawer), NotFetched),
} satisfies Record<DrawerName, unknown>;

/** What is looked at now and then is fetched when it is first opened; all else as soon as the board stands. */
const rarely: ReadonlySet<string> = new Set<DrawerName>(["setup", "circuit", "spot", "roles", "group", "rhythm"]);
const soon = Object.entries(fetchedLate).flatMap(([name, one]) => (rarely.has(name) ? [] : [one]));

/** The drawer that is open, if one is. */
export function LiveDrawers({ open }: { open: DrawerName | null }) {
	useEffect(() => preloadLate(soon), []);
	if (!open) return null;
	const Open: ComponentType = fetchedLate[open];
	return <Open key={open} />;
}

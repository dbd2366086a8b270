/** Where one can go from every page. */
export const sections = [
	{ href: "/", name: "Today" },
	{ href: "/students", name: "Students" },
	{ href: "/skills", name: "Skills" },
	{ href: "/ladders", name: "Ladders" },
	{ href: "/plans", name: "Plans" },
	{ href: "/practice", name: "Practice" },
	{ href: "/records", name: "Records" },
	{ href: "/find", name: "Find" },
];

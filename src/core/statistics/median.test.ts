import { median } from "./median";

test.each([
	[[], null],
	[[3], 3],
	[[9, 1], 5],
	[[5, 1, 9], 5],
	[[5, 1, 9, 3], 4],
])("of %j it is %p", (numbers, middle) => expect(median(numbers)).toBe(middle));

import { difference, hundredWords, inHundred, inTen, likelyRange, minutesWords, ofHundred } from "./figures";

describe("figures are said in one form each", () => {
	test.each([
		[inTen(0.85), "8.5"],
		[inTen(0.6), "6"],
		[likelyRange({ low: 0.33, high: 0.541 }), "likely 3.3 to 5.4"],
		[difference(3), "+3"],
		[difference(-1.14), "−1.1"],
		[difference(0), "0"],
		[difference(-0.04), "0"],
		[minutesWords(5), "5 min"],
		[minutesWords(4.6, 8.2), "5 to 8 min"],
		[minutesWords(-1, 0.3), "0 min"],
		[ofHundred(0.001), "<1"],
		[ofHundred(0), "0"],
		[ofHundred(0.999), ">99"],
		[hundredWords(0.75), "75"],
		[inHundred(0.004), "in less than 1 of 100 lessons"],
	])("%s", (said, words) => {
		expect(said).toBe(words);
	});
});

// bin/bench clashes [--desks N]: how fast clashes are found, over 150 desks on three dates.
import { typedDate } from '$lib/core/time/local-of';
import { findClashes, type ClashProblem } from '../src/lib/core/clashes/find-clashes';
import { giveOutRooms } from '../src/lib/core/rooms/give-out-rooms';
import { randomNumbers } from '../demo/random';

const desks = Number(process.argv.find((argument) => /^\d+$/.test(argument)) ?? 150);
const random = randomNumbers(11);
const MINUTE = 60_000;
const below = (most: number) => Math.floor(random() * most);

/** Desks with five sittings each over three dates, in rooms of three buildings, a third of them moving. */
const rooms = Array.from({ length: Math.ceil(desks / 2) }, (_, index) => ({
	id: `r${index}`,
	building: `b${index % 3}`,
	spaces: 1 + below(3),
	stepFree: index % 7 > 0,
}));
const sittings = Array.from({ length: desks }, (_, desk) =>
	[0, 0, 1, 1, 2].map((date, part) => {
		const start = (1440 * date + 930 + (part % 2) * 140 + below(4) * 5) * MINUTE;
		return {
			desk: `d${desk}`,
			series: `s${desk}-${part}`,
			date: typedDate(`2026-12-0${date + 1}`),
			start,
			end: start + 110 * MINUTE,
			room: rooms[below(rooms.length)]!.id,
			persons: [`t${below(desks)}`, `t${desk}`],
			isRight: false,
		};
	}),
).flat();
const problem: ClashProblem = {
	sittings,
	conference: [0, 1, 2].map((date) => ({
		start: (1440 * date + 930) * MINUTE,
		end: (1440 * date + 1200) * MINUTE,
	})),
	rooms,
	walks: [
		{ from: 'b0', to: 'b1', minutes: 2 },
		{ from: 'b0', to: 'b2', minutes: 4 },
		{ from: 'b1', to: 'b2', minutes: 5 },
	],
	busy: Array.from({ length: desks * 4 }, () => {
		const start = (1440 * below(3) + 900 + below(300)) * MINUTE;
		return { person: `t${below(desks)}`, start, end: start + 30 * MINUTE };
	}),
	brought: [],
	booked: sittings.flatMap(({ desk, date, start, persons, room }) =>
		Array.from({ length: 6 }, (_, slot) => ({
			desk,
			date,
			persons,
			room,
			stepFree: slot === 0 && random() < 0.05,
			start: start + slot * 12 * MINUTE,
			end: start + (slot * 12 + 10) * MINUTE,
		})),
	),
};

function measure(times: number, work: () => unknown): { median: number; last: number } {
	const taken: number[] = [];
	for (let run = 0; run < times + 20; run++) {
		const started = performance.now();
		work();
		if (run >= 20) taken.push(performance.now() - started);
	}
	taken.sort((a, b) => a - b);
	return { median: taken[Math.floor(times / 2)]!, last: taken[Math.floor(times * 0.99)]! };
}

/** What any look at the sittings costs at the least: sorting them once. */
const bare = measure(200, () => [...sittings].sort((a, b) => a.start - b.start));
const found = findClashes(problem);
const clashes = measure(200, () => findClashes(problem));
console.log(
	`${desks} desks, ${sittings.length} sittings, ${problem.booked.length} appointments: ${found.length} clashes`,
);
console.log(
	`found in ${clashes.median.toFixed(2)} / ${clashes.last.toFixed(2)} ms at 50/99 %, ${(clashes.median / bare.median).toFixed(0)} x sorting the sittings once`,
);
const toPlace = sittings.map(({ series, desk, date, start, end }) => ({
	id: series,
	desk,
	date,
	start,
	end,
	stepFree: random() < 0.1,
	current: null,
	usual: random() < 0.5 ? `r${below(rooms.length)}` : null,
}));
const given = giveOutRooms(toPlace, rooms);
const giving = measure(5, () => giveOutRooms(toPlace, rooms));
console.log(
	`rooms given out in ${giving.median.toFixed(0)} ms (${given.used} rooms${given.isBest ? ', surely the fewest' : ''})`,
);

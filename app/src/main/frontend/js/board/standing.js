// What the board says of one sitting at an instant: where it is, what is left, who is needed and since when. It draws
// nothing; what a sitting was told to be (types/board.d.ts) holds until the next entry, the rest follows from the time.

/** @import { Place, Route, Said } from '../../types/board.d.ts' */

/** Needs by how much they cannot wait; of two that began together, the first is done first. */
const ORDER = ['call', 'report', 'leave', 'station', 'locked', 'lost', 'camera', 'unreadable', 'away', 'held', 'paused'];

/**
 * Returns the time left on the clock that bites first, in milliseconds; nothing where none has begun.
 *
 * @param {Place} place
 * @param {number} now
 * @returns {number | undefined}
 */
export function left(place, now) {
  if (place.progress !== 'in-progress') {
    return undefined;
  }
  const { deadline, left: standing, rest, deadlineAfterRest } = place.board;
  const ends = rest && rest <= now ? deadlineAfterRest : deadline;
  return ends === undefined ? standing : Math.max(0, ends - now);
}

/**
 * Returns whether the candidate is on a break now.
 *
 * @param {Place} place
 * @param {number} now
 */
export function isResting({ board }, now) {
  return board.rest !== undefined && (board.rest === 0 || board.rest > now);
}

/**
 * Returns everything that somebody is needed for, the most pressing first.
 *
 * @param {Place} place
 * @returns {Said[]}
 */
export function needs(place) {
  const { board } = place;
  /** @type {Said[]} */
  const said = [];
  if (place.progress === 'unreadable') {
    said.push({ kind: 'unreadable', since: 0 });
  }
  if (place.locked) {
    said.push({ kind: 'locked', since: 0 });
  }
  if (place.progress === 'in-progress') {
    if (board.call) {
      said.push({ kind: 'call', since: board.call.since, why: [board.call.reason], note: board.call.note });
    }
    if (board.door?.needsSomebody) {
      const { kind, since, why, note } = board.door;
      said.push({ kind: kind === 'door' ? 'leave' : kind, since, why, note });
    }
    if (place.lost) {
      said.push({ kind: 'lost', since: place.lost });
    }
    if (board.camera) {
      said.push({ kind: 'camera', since: board.camera.since, why: [board.camera.view] });
    }
    if (board.awayTold) {
      said.push({ kind: 'away', since: 0, count: board.away });
    }
    if (board.pausedSince !== undefined) {
      said.push({ kind: 'paused', since: board.pausedSince });
    }
  }
  if (place.held > 0) {
    said.push({ kind: 'held', since: 0, count: place.held });
  }
  return said.sort((one, other) => ORDER.indexOf(one.kind) - ORDER.indexOf(other.kind));
}

/** So many that lose the connection within this time have lost it by one cause. */
const CUT_SEATS = 3;
const CUT_WITHIN = 20_000;

/**
 * Returns what somebody is needed for in a whole place, whoever has waited longest first: seats that lost the connection at
 * once are one thing to do, and so are all that are paused.
 *
 * @param {Iterable<Place>} places
 * @returns {{ places: Place[], need: Said }[]}
 */
export function gathered(places) {
  const all = [...places].flatMap((place) => needs(place).map((need) => ({ places: [place], need })));
  const lost = all.filter(({ need }) => need.kind === 'lost').sort((one, other) => one.need.since - other.need.since);
  const cut = lost.filter(({ need }) => need.since - lost[0].need.since <= CUT_WITHIN);
  const paused = all.filter(({ need }) => need.kind === 'paused').sort((one, other) => one.need.since - other.need.since);
  const single = all.filter(
    (one) => !(cut.length >= CUT_SEATS && cut.includes(one)) && !(paused.length > 1 && paused.includes(one)),
  );
  return [
    ...single,
    ...(cut.length >= CUT_SEATS ? [together('cut', cut)] : []),
    ...(paused.length > 1 ? [together('all-paused', paused)] : []),
  ].sort((one, other) => Number(isPause(one)) - Number(isPause(other)) || one.need.since - other.need.since);
}

/** @param {{ need: Said }} gathered */
function isPause({ need }) {
  return need.kind === 'paused' || need.kind === 'all-paused';
}

/**
 * @param {string} kind
 * @param {{ places: Place[], need: Said }[]} several
 */
function together(kind, several) {
  return {
    places: several.flatMap((one) => one.places),
    need: { kind, since: several[0].need.since, count: several.length },
  };
}

/**
 * Returns where the candidate is, as the beginning of a message key and what it is about.
 *
 * @param {Place} place
 * @param {Route} route
 * @param {number} now
 * @returns {{ key: string, title?: string, at?: number }}
 */
export function where(place, route, now) {
  const { board, progress } = place;
  if (progress !== 'in-progress') {
    return { key: progress, at: board.overAt };
  }
  if (isResting(place, now)) {
    return { key: board.rest ? 'break' : 'break-stands', at: board.rest };
  }
  const stage = route.stages[board.stage];
  if (stage?.kind === 'admission') {
    return { key: 'door' };
  }
  return { key: board.where === 'before' ? 'waits-before' : 'stage', title: stage?.title ?? '' };
}

/**
 * Counts the sittings of a board by what the head of the page says of them; each is counted once but for connections.
 *
 * @param {Iterable<Place>} places
 * @param {number} now
 */
export function count(places, now) {
  const counted = { work: 0, rest: 0, door: 0, lost: 0, over: 0, absent: 0, all: 0 };
  for (const place of places) {
    counted.all += 1;
    if (place.lost) {
      counted.lost += 1;
    }
    if (place.progress === 'before') {
      counted.absent += 1;
    } else if (place.progress !== 'in-progress') {
      counted.over += 1;
    } else if (place.board.door) {
      counted.door += 1;
    } else {
      counted[isResting(place, now) ? 'rest' : 'work'] += 1;
    }
  }
  return counted;
}

/**
 * Returns the parts of the strip of a route: how wide each is, and how much of it is behind, of 1.
 *
 * @param {Place} place
 * @param {Route} route
 * @param {number} now
 * @returns {{ rest: boolean, weight: number, done: number }[]}
 */
export function strip(place, route, now) {
  const { board } = place;
  const here = place.progress === 'before' ? -1 : board.stage;
  return route.stages
    .map((stage, index) => ({ stage, index }))
    .filter(({ stage }) => stage.weight > 0)
    .map(({ stage, index }) => ({ rest: stage.kind === 'break', weight: stage.weight, done: done(place, index, here, now) }));
}

/**
 * @param {Place} place
 * @param {number} index
 * @param {number} here
 * @param {number} now
 */
function done(place, index, here, now) {
  if (index !== here) {
    return index < here ? 1 : 0;
  }
  const remains = left(place, now);
  if (place.board.where !== 'at' || remains === undefined || !place.board.allowance) {
    return 0;
  }
  return Math.min(1, Math.max(0, 1 - remains / place.board.allowance));
}

/**
 * Orders places by who needs somebody most: what cannot wait first, then who has waited longest, then by seat.
 *
 * @param {Place[]} places
 */
export function byNeed(places) {
  /** @param {Place} place */
  const rank = (place) => {
    const [first] = needs(place);
    return first ? ORDER.indexOf(first.kind) : ORDER.length;
  };
  return [...places].sort(
    (one, other) => rank(one) - rank(other) || (needs(one)[0]?.since ?? 0) - (needs(other)[0]?.since ?? 0) || bySeat(one, other),
  );
}

/**
 * @param {Place} one
 * @param {Place} other
 */
export function bySeat(one, other) {
  return one.chair.localeCompare(other.chair, 'en', { numeric: true }) || one.number.localeCompare(other.number, 'en');
}

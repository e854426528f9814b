// What is asked before a section is closed, and before a break of one's own.
import { one } from '../dom.js';
import { put, span } from '../words.js';

export class Leaving {
  /** @param sections the sections of the block as the paper has them; @param states the questions as they are, by question */
  constructor(words, sections, states, numberOf) {
    this.words = words;
    this.sections = sections;
    this.states = states;
    this.numberOf = numberOf;
  }

  /**
   * Asks before the section is closed, naming exactly what would stay without a full answer, and the time that is left.
   *
   * @param {import('../../types/room.d.ts').Room} room
   */
  askToClose(room, stage) {
    const list = one('#close-list');
    list.replaceChildren(
      ...this.linesToClose().map((text) => Object.assign(document.createElement('li'), { textContent: text })),
    );
    const open = room.totals[stage].withoutFullAnswer > 0;
    one('#close-all').hidden = open;
    one('#close-costs').hidden = !open;
    put(
      document.querySelector('#close-left'),
      room.tightestClock ? this.words.say('close.left', span(room.tightestClock.left)) : '',
    );
    one('#close [data-act]', document, HTMLButtonElement).disabled = !mayClose(room);
    one('#close', document, HTMLDialogElement).showModal();
  }

  /** A line for what is blank, not opened, answered in part and marked, in each section that has such. */
  linesToClose() {
    return this.sections.flatMap((section) => {
      const title = this.sections.length > 1 ? `${section.title}: ` : '';
      const line = (name, wanted) => {
        const numbers = itemsOf(section)
          .filter((item) => wanted(this.states.get(item)))
          .map(this.numberOf);
        return numbers.length ? [title + this.words.say(`close.${name}`, numbers.length, ranges(numbers))] : [];
      };
      return ['blank', 'not-opened', 'part']
        .flatMap((name) => line(name, ({ status }) => status === name))
        .concat(line('marked', ({ marked }) => marked));
    });
  }

  askForBreak({ next, seals }) {
    const numbers = seals.map(this.numberOf);
    put(
      document.querySelector('#break-next'),
      next ? this.words.say('own-break.next', span(next)) : this.words.say('verdict.breaks-used-up'),
    );
    put(
      document.querySelector('#break-seals'),
      numbers.length ? this.words.say('own-break.seals', numbers.length, ranges(numbers)) : '',
    );
    one('#break [data-act]', document, HTMLButtonElement).disabled = next === 0;
    one('#break', document, HTMLDialogElement).showModal();
  }

  /**
   * Says from when on the section can be closed, where it cannot yet.
   *
   * @param {import('../../types/room.d.ts').Room} room
   */
  draw(room) {
    const may = mayClose(room);
    const key = `${may} ${room.closableFrom}`;
    if (this.drawn !== key) {
      this.drawn = key;
      const note = one('#not-yet');
      note.hidden = may;
      put(
        note,
        may
          ? ''
          : 'closableFrom' in room
            ? this.words.say('close.from', this.words.time(room.closableFrom))
            : this.words.say('close.at-the-end'),
      );
      one('#ask-close', document, HTMLButtonElement).disabled = !may;
    }
  }
}

export function itemsOf({ sets }) {
  return sets.flatMap(({ items }) => items.map(({ id }) => id));
}

/** @param {import('../../types/room.d.ts').Room} room */
function mayClose(room) {
  return 'closableFrom' in room && room.closableFrom <= room.now;
}

/** Writes numbers as a person would: 3, 5, 14–28. */
function ranges(numbers) {
  const runs = [];
  for (const number of numbers) {
    const run = runs.at(-1);
    if (run && run.at(-1) === number - 1) {
      run.push(number);
    } else {
      runs.push([number]);
    }
  }
  return runs.map((run) => (run.length > 2 ? `${run[0]}–${run.at(-1)}` : run.join(', '))).join(', ');
}

// What the invigilator does: asks what has to be asked, sends it, and says what has come of it.
import { all, maybe, one } from '../dom.js';
import { Refused, sendForm } from '../server.js';
import { put, span } from '../words.js';

/** @import { Place, Said } from '../../types/board.d.ts' */

export class Deeds {
  /**
   * @param {{ words: import('../words.js').Words, address: string, chosen: Set<number>, places: Map<number, Place>,
   *   clock: import('../examclock.js').ExamClock, forget(): void }} board
   */
  constructor(board) {
    this.board = board;
    /** @type {number[]} whom the dialog that is open is about; nobody: all who are inside */
    this.about = [];
    /** When it was opened: what somebody else gives after that was not known when this was asked for. */
    this.seen = 0;
    all('dialog[data-deed]', document, HTMLDialogElement).forEach((dialog) => this.bind(dialog));
    all('[data-ask-deed]').forEach((button) =>
      button.addEventListener('click', () =>
        this.ask(String(button.dataset.askDeed), [...this.board.chosen], { words: button.dataset.words }),
      ),
    );
    all('[data-deed-now]').forEach((button) =>
      button.addEventListener('click', () => this.send(String(button.dataset.deedNow), new FormData(), [...this.board.chosen])),
    );
  }

  /** @param {HTMLDialogElement} dialog */
  bind(dialog) {
    const form = one('form', dialog, HTMLFormElement);
    form.addEventListener('submit', async (event) => {
      event.preventDefault();
      const again = maybe('[data-again]', dialog);
      if (again?.hidden) {
        again.hidden = false;
        one('button', again).focus();
        return;
      }
      const submitter = /** @type {HTMLButtonElement | null} */ (event.submitter);
      const deed = submitter?.dataset.deed ?? String(dialog.dataset.deed);
      const fields = new FormData(form);
      fields.append('seen', String(this.seen));
      if (submitter?.name) {
        fields.append(submitter.name, submitter.value);
      }
      if (await this.send(deed, fields, this.about, one('.problem', dialog))) {
        dialog.close();
      }
    });
    all('[data-template]', dialog, HTMLSelectElement).forEach((select) =>
      select.addEventListener('change', () => {
        const words = one('textarea', dialog, HTMLTextAreaElement);
        words.value = select.value || words.value;
        words.focus();
      }),
    );
    one('[data-leave]', dialog).addEventListener('click', () => dialog.close());
  }

  /**
   * Opens the dialog of a deed.
   *
   * @param {string} deed
   * @param {number[]} sittings
   * @param {{ since?: number, words?: string }} [known]
   */
  async ask(deed, sittings, { since, words } = {}) {
    const dialog = one(`dialog[data-deed="${deed}"]`, document, HTMLDialogElement);
    this.about = sittings;
    this.seen = this.board.clock.now();
    one('form', dialog, HTMLFormElement).reset();
    put(one('.problem', dialog), '');
    put(one('.about', dialog), this.sayAbout(sittings));
    all('[data-again]', dialog).forEach((again) => {
      again.hidden = true;
    });
    const asOf = maybe('[name=since]', dialog, HTMLInputElement);
    if (asOf) {
      asOf.value = since ? String(since) : '';
      put(maybe('.as-of', dialog), since ? this.board.words.say('as-of', this.board.words.time(since)) : '');
    }
    if (deed === 'resume') {
      put(maybe('.missing', dialog), this.missing(sittings));
    }
    if (words) {
      one('textarea', dialog, HTMLTextAreaElement).value = words;
    }
    dialog.showModal();
    if (deed === 'time') {
      await this.askOutages(dialog, sittings);
    }
  }

  /** @param {number[]} sittings */
  sayAbout(sittings) {
    const { words, places } = this.board;
    const names = sittings.map((sitting) => {
      const place = places.get(sitting);
      return place ? [place.name, place.chair].filter(Boolean).join(' · ') : '';
    });
    if (names.length === 0) {
      const inside = [...places.values()].filter(({ progress }) => progress === 'in-progress').length;
      return words.say('about.all', inside);
    }
    return names.length <= 3 ? names.join(', ') : words.say('about.some', names.length, names.slice(0, 3).join(', '));
  }

  /** @param {number[]} sittings */
  missing(sittings) {
    const { words, places } = this.board;
    const gone = [...places.values()].filter(
      (place) =>
        place.lost && (sittings.length === 0 || sittings.includes(place.sitting)) && place.board.pausedSince !== undefined,
    );
    return gone.length
      ? words.say('missing', gone.length, gone.map((place) => place.chair || place.name).join(', '))
      : words.say('missing.none');
  }

  /**
   * Shows what outages took before it is given back.
   *
   * @param {HTMLDialogElement} dialog
   * @param {number[]} sittings
   */
  async askOutages(dialog, sittings) {
    const { words } = this.board;
    const list = one('.outages', dialog);
    const give = one('[data-deed=outage]', dialog, HTMLButtonElement);
    list.replaceChildren();
    give.disabled = true;
    try {
      const lost = await sendForm(`${this.board.address}/outages`, withSittings(new FormData(), sittings));
      give.disabled = lost.length === 0;
      const lines = lost.map(({ name, from, to, millis }) =>
        words.say('outage.line', name, words.time(from), words.time(to), span(millis)),
      );
      list.replaceChildren(
        ...(lines.length ? lines : [words.say('outage.none')]).map((/** @type {string} */ text) =>
          Object.assign(document.createElement('li'), { textContent: text }),
        ),
      );
    } catch {
      list.replaceChildren(Object.assign(document.createElement('li'), { textContent: words.say('not-read') }));
    }
  }

  /**
   * Does something, and says what has come of it. Returns whether it was taken.
   *
   * @param {string} deed
   * @param {FormData} fields
   * @param {number[]} sittings
   * @param {HTMLElement} [problem] where to say what was asked wrong
   */
  async send(deed, fields, sittings, problem = undefined) {
    const { words } = this.board;
    try {
      const answer = await sendForm(`${this.board.address}/${PATHS[deed] ?? deed}`, withSittings(fields, sittings));
      this.say(answer.said, answer.problems);
      if (answer.problems.length === 0) {
        this.board.forget();
      }
      return true;
    } catch (error) {
      const said = error instanceof Refused ? error.body?.detail : undefined;
      const text = said ?? words.say(error instanceof Refused ? 'refused' : 'not-sent');
      if (problem) {
        put(problem, text);
      } else {
        this.say(text, []);
      }
      return false;
    }
  }

  /**
   * @param {string} text
   * @param {string[]} problems
   */
  say(text, problems) {
    const said = one('#said');
    said.replaceChildren(text, ...problems.map((line) => Object.assign(document.createElement('div'), { textContent: line })));
    said.hidden = false;
  }
}

/** Where a deed is sent to, if not under its own name. */
const PATHS = { outage: 'outages/given', seen: 'answer' };

/**
 * @param {FormData} fields
 * @param {number[]} sittings
 */
function withSittings(fields, sittings) {
  sittings.forEach((sitting) => fields.append('sittings', String(sitting)));
  return fields;
}

// The marker's desk: one question, answer after answer, by keyboard. The next answers lie ready here, so that one is there
// as soon as another is marked; what is entered is sent behind it, and comes back if the server does not take it.
import { all, maybe, one } from './dom.js';
import { Fraction } from './marking/fraction.js';
import { Refused, post } from './server.js';
import { Remarks } from './marking/remarks.js';
import { Words, put } from './words.js';

/** @import { Answer, DeskData, Given, Group } from '../types/marking.d.ts' */

const MOST_BACK = 50;

class Desk {
  /** @param {DeskData} data */
  constructor(data) {
    this.address = data.address;
    this.words = new Words(data.words, 'UTC', data.locale);
    this.groups = data.groups;
    this.most = Fraction.parse(data.most);
    /** @type {Answer[]} */
    this.queue = data.queue;
    this.progress = data.progress;
    /** @type {{ answer: Answer, given: Given }[]} what this person has done here, the last last */
    this.done = [];
    /** @type {Map<string, Fraction>} the points of the answer that is shown */
    this.points = new Map();
    /** @type {number | undefined} which of those done is shown again; the next that waits if none */
    this.back = undefined;
    this.remarks = new Remarks(this.words, data.remarks);
    /** @type {Record<string, () => void>} what letters do */
    this.letters = {
      b: () => this.goBack(),
      h: () => this.remarks.highlight(),
      p: () => this.answer && one('#aside', document, HTMLDialogElement).showModal(),
    };
    this.begun = performance.now();
    /** @type {string[]} the keys of the answers whose marks are on their way */
    this.underway = [];
    /** @type {Promise<void>} that all is sent; one goes after the other, so that what comes back is never older than what is shown */
    this.sent = Promise.resolve();
  }

  start() {
    all('[data-point]').forEach((button) => button.addEventListener('click', () => this.press(String(button.dataset.point))));
    one('#enter').addEventListener('click', () => this.enter());
    one('#highlight').addEventListener('click', () => this.remarks.highlight());
    one('#back').addEventListener('click', () => this.goBack());
    one('#take-back').addEventListener('click', () => this.takeBack());
    one('#put-aside').addEventListener('click', () => one('#aside', document, HTMLDialogElement).showModal());
    one('#aside form').addEventListener('submit', (event) => this.putAside(event));
    one('#aside [data-dismiss]').addEventListener('click', () => one('#aside', document, HTMLDialogElement).close());
    maybe('#adjustment', document, HTMLInputElement)?.addEventListener('input', () => this.sum());
    document.addEventListener('keydown', (event) => this.key(event));
    this.show();
    document.body.dataset.ready = 'true';
  }

  get answer() {
    return this.back === undefined ? this.queue[0] : this.done[this.back].answer;
  }

  /** @param {KeyboardEvent} event */
  key(event) {
    const typing = event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement;
    if (event.ctrlKey || event.metaKey || event.altKey || document.querySelector('dialog[open]')) {
      return;
    }
    if (event.key === 'Enter' && !(event.target instanceof HTMLButtonElement)) {
      event.preventDefault();
      this.enter();
      return;
    }
    if (typing) {
      return;
    }
    const point = /^[1-9]$/.test(event.key) ? all('[data-point]')[Number(event.key) - 1]?.dataset.point : undefined;
    const does = point ? () => this.press(point) : this.letters[event.key.toLowerCase()];
    if (does) {
      event.preventDefault();
      does();
    }
  }

  /**
   * Gives a step more of a point, and after all of it none.
   *
   * @param {string} id
   */
  press(id) {
    const group = /** @type {Group} */ (this.groups.find(({ points }) => points.some((point) => point.id === id)));
    const point = /** @type {Group['points'][0]} */ (group.points.find((known) => known.id === id));
    const more = (this.points.get(id) ?? Fraction.ZERO).plus(Fraction.parse(point.step));
    if (group.exclusive) {
      group.points.filter((other) => other.id !== id).forEach((other) => this.points.delete(other.id));
    }
    if (more.isMoreThan(Fraction.parse(point.marks))) {
      this.points.delete(id);
    } else {
      this.points.set(id, more);
    }
    this.sum();
  }

  /** Shows what the points come to; the server works it out again. */
  sum() {
    let sum = this.adjustment();
    for (const group of this.groups) {
      const given = group.points.map(({ id }) => this.points.get(id) ?? Fraction.ZERO).reduce((a, b) => a.plus(b), Fraction.ZERO);
      const most = group.most ? Fraction.parse(group.most) : given;
      sum = sum.plus(given.isMoreThan(most) ? most : given);
    }
    const held = Fraction.ZERO.isMoreThan(sum) ? Fraction.ZERO : sum.isMoreThan(this.most) ? this.most : sum;
    put(one('#sum'), this.words.say('sum', held.toString(), this.most.toString()));
    all('[data-point]').forEach((button) => {
      const given = this.points.get(String(button.dataset.point));
      button.setAttribute('aria-pressed', String(given !== undefined));
      put(one('.given', button), given ? given.toString() : '');
    });
  }

  adjustment() {
    const typed = maybe('#adjustment', document, HTMLInputElement)?.value ?? '';
    return Fraction.read(typed) ?? Fraction.ZERO;
  }

  show() {
    const { answer } = this;
    one('#nothing').hidden = Boolean(answer);
    one('#answer').hidden = !answer;
    for (const id of ['#enter', '#put-aside', '#highlight']) {
      one(id, document, HTMLButtonElement).disabled = !answer;
    }
    one('#back', document, HTMLButtonElement).disabled = (this.back ?? this.done.length) === 0;
    one('#take-back').hidden = this.back === undefined;
    put(one('#progress'), this.words.say('progress', this.progress.own, this.progress.finished, this.progress.answers));
    put(one('#pace'), this.pace());
    const given = this.back === undefined ? undefined : this.done[this.back].given;
    this.points = new Map(Object.entries(given?.points ?? {}).map(([id, marks]) => [id, Fraction.parse(marks)]));
    const adjustment = maybe('#adjustment', document, HTMLInputElement);
    if (adjustment) {
      adjustment.value = given && given.adjustment !== '0' ? given.adjustment : '';
      one('#reason', document, HTMLInputElement).value = given?.reason ?? '';
    }
    if (answer) {
      this.draw(answer, given?.remarks ?? []);
    }
    this.sum();
  }

  /**
   * @param {Answer} answer
   * @param {import('../types/marking.d.ts').Remark[]} remarks what was highlighted in it before
   */
  draw(answer, remarks) {
    put(one('#code'), answer.code);
    const words = answer.texts.reduce((sum, text) => sum + text.words, 0);
    put(one('#words'), words ? this.words.say('words', words) : '');
    one('#texts').replaceChildren(
      ...answer.texts.map(({ response, text, onPaper }) => {
        const place = Object.assign(document.createElement('div'), {
          className: onPaper ? 'said' : 'answer-text',
          textContent: onPaper ? this.words.say(answer.pictures.length ? 'scanned' : 'on-paper') : text,
        });
        if (!onPaper) {
          place.dataset.response = response;
        }
        return place;
      }),
    );
    one('#texts').append(
      ...answer.pictures.map((src) =>
        Object.assign(document.createElement('img'), { src, alt: this.words.say('scanned'), className: 'scanned' }),
      ),
    );
    this.remarks.show(remarks);
    one('#answer').scrollTop = 0;
    const others = [
      ...(answer.others ?? []).map(
        ({ sum, reason }, number) => this.words.say('other', number + 1, sum) + (reason ? ` “${reason}”` : ''),
      ),
      ...(answer.aside ?? []).map((reason) => this.words.say('put-aside', reason)),
    ];
    one('#others').hidden = others.length === 0;
    one('#others').replaceChildren(...others.map((text) => Object.assign(document.createElement('li'), { textContent: text })));
  }

  /** How long each took here, and how long the rest takes so. */
  pace() {
    if (this.done.length < 2) {
      return '';
    }
    const each = (performance.now() - this.begun) / this.done.length;
    return this.words.say('pace', Math.round(each / 1000), Math.max(1, Math.round((each * this.progress.left) / 60_000)));
  }

  async enter() {
    const { answer } = this;
    if (!answer) {
      return;
    }
    const typed = maybe('#adjustment', document, HTMLInputElement)?.value.trim() ?? '';
    if (typed && !Fraction.read(typed)) {
      this.say(this.words.say('adjustment.wrong'));
      return;
    }
    /** @type {Given} */
    const given = {
      points: Object.fromEntries([...this.points].map(([id, marks]) => [id, marks.toString()])),
      adjustment: this.adjustment().toString(),
      reason: maybe('#reason', document, HTMLInputElement)?.value.trim() ?? '',
      remarks: this.remarks.all,
    };
    if (given.adjustment !== '0' && !given.reason) {
      this.say(this.words.say('adjustment.why'));
      one('#reason').focus();
      return;
    }
    await this.send('', given, answer, given);
  }

  /** @param {Event} event */
  async putAside(event) {
    event.preventDefault();
    const { answer } = this;
    const reason = one('#aside textarea', document, HTMLTextAreaElement);
    if (answer && reason.value.trim()) {
      one('#aside', document, HTMLDialogElement).close();
      const why = reason.value.trim();
      reason.value = '';
      await this.send('/aside', { reason: why }, answer, undefined);
    }
  }

  async takeBack() {
    const { answer } = this;
    if (answer && this.back !== undefined) {
      this.done.splice(this.back, 1);
      await this.send('/take-back', {}, answer, undefined);
    }
  }

  /**
   * Goes on at once, and sends behind it.
   *
   * @param {string} path
   * @param {object} fields
   * @param {Answer} answer
   * @param {Given | undefined} given
   */
  send(path, fields, answer, given) {
    const { back } = this;
    if (back === undefined) {
      this.queue.shift();
    }
    if (given) {
      this.done = [...this.done.filter(({ answer: other }) => other.key !== answer.key), { answer, given }].slice(-MOST_BACK);
    }
    this.back = undefined;
    this.underway.push(answer.key);
    this.show();
    this.sent = this.sent.then(() => this.deliver(path, fields, answer, given));
    return this.sent;
  }

  /**
   * Sends, and takes what lies ready after it.
   *
   * @param {string} path
   * @param {object} fields
   * @param {Answer} answer
   * @param {Given | undefined} given
   */
  async deliver(path, fields, answer, given) {
    const here = [...this.underway.slice(path === '/take-back' ? 1 : 0), ...this.queue.map(({ key }) => key)];
    try {
      const came = await post(`${this.address}/${answer.key}${path}`, { ...fields, known: here });
      this.underway.shift();
      this.progress = came.progress;
      const was = this.answer;
      this.queue.push(...came.queue.filter((/** @type {Answer} */ next) => !this.isHere(next.key)));
      this.say(given ? this.words.say('entered', answer.code) : '');
      if (!was) {
        this.show();
      } else {
        put(one('#progress'), this.words.say('progress', this.progress.own, this.progress.finished, this.progress.answers));
      }
    } catch (error) {
      this.underway.shift();
      this.done = this.done.filter(({ answer: other }) => other.key !== answer.key);
      if (!(error instanceof Refused && error.status === 409) && !this.isHere(answer.key)) {
        this.queue.unshift(answer);
        this.show();
      }
      this.say(
        this.words.say('not-entered', answer.code, (error instanceof Refused && error.body?.detail) || this.words.say('offline')),
      );
    }
  }

  /** @param {string} key */
  isHere(key) {
    return this.underway.includes(key) || this.queue.some((other) => other.key === key);
  }

  goBack() {
    const at = this.back ?? this.done.length;
    if (at > 0) {
      this.back = at - 1;
      this.show();
    }
  }

  /** @param {string} text */
  say(text) {
    put(one('#said'), text);
  }
}

new Desk(JSON.parse(String(one('#desk-data').textContent))).start();

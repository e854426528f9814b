// The door to the tools beside the question: their buttons in the rail, marks on the text, the call for help. The tools
// themselves are fetched when the first of them is opened.
import { all, maybe, one } from './dom.js';
import { TextMarks } from './marks.js';
import { put } from './words.js';

/** When nothing has been asked for so long after coming in, the tools are fetched ahead, in case the connection is lost. */
const FETCH_AHEAD = 20_000;

export class ToolButtons {
  /** @param page `draw()`, `slip(text)`, `whisper(text)`, `open(item)`, `putNumber(text)`, `hasNumber()`, `layOutAnew()` */
  constructor(sitting, words, page) {
    this.sitting = sitting;
    this.words = words;
    this.page = page;
    /** The tools once they were fetched. */
    this.opened = undefined;
    this.buttons = new Map(all('[data-tool]').map((button) => [button.dataset.tool, button]));
    /** The tools by the keys that open them. */
    this.keys = new Map([...this.buttons].map(([tool, button]) => [button.dataset.key.toLowerCase(), tool]));
    this.buttons.forEach((button, tool) => button.addEventListener('click', () => this.toggle(tool)));
    this.marks = new TextMarks(sitting, {
      allowed: () => this.room?.tools.includes('marks') && this.room.view === 'question',
      note: (anchor) => this.note(anchor),
      slip: (key) => page.slip(words.say(key)),
      whisper: (key) => page.whisper(words.say(key)),
    });
    this.help = new Help(sitting, words, page);
  }

  start() {
    this.paint();
    const panels = JSON.parse(this.sitting.desk.panels());
    if (Object.values(panels).some(({ state }) => state !== 'closed')) {
      this.bench().then((bench) => bench?.restore(this.room));
    }
    setTimeout(() => this.fetchAhead(), FETCH_AHEAD);
  }

  paint() {
    this.desk = this.sitting.desk;
    this.marks.paint();
    this.marks.paintNotes(JSON.parse(this.desk.notes()));
  }

  flush() {
    this.opened?.flush();
  }

  /** Returns whether a panel can be used at the question in view. */
  offers(panel, room = this.room) {
    return room.panels.includes(panel);
  }

  /** The exhibits of the question in view. */
  exhibits(room = this.room) {
    return this.sitting.data.paper.rules.equipment.exhibits.filter(({ id }) => room.exhibits.includes(id));
  }

  /** @param {import('../types/room.d.ts').Room} room */
  draw(room) {
    this.room = room;
    this.help.draw(room.help);
    if (this.desk && this.desk !== this.sitting.desk) {
      // The server has refused something, and the ledger was folded anew without it.
      this.paint();
      this.opened?.read();
    }
    const shown = `${room.view} ${room.inView} ${room.tools} ${room.exhibits}`;
    if (this.shown !== shown && (room.inView || room.view !== 'question')) {
      this.shown = shown;
      this.buttons.forEach((button, tool) => {
        button.hidden = !this.offers(tool, room);
      });
      one('#inkbar-note').hidden = !room.tools.includes('notes');
      this.opened?.turn(room);
    }
  }

  async toggle(tool) {
    if (tool === 'exhibit' && this.exhibits().some(({ kind }) => kind === 'pdf')) {
      this.pdf();
    }
    this.opening = true;
    try {
      const bench = await this.bench();
      bench?.toggle(tool, this.room);
    } finally {
      this.opening = false;
    }
  }

  async note(anchor) {
    const bench = await this.bench();
    bench?.writeNote(this.room, anchor);
  }

  /** Fetches the tools, once; says so where that is not possible. */
  async bench() {
    try {
      this.fetching ??= Promise.all([import(document.body.dataset.toolbench), import(document.body.dataset.tools)]);
      const [{ Toolbench }, module] = await this.fetching;
      this.opened ??= new Toolbench(this, module);
      return this.opened;
    } catch {
      this.fetching = undefined;
      this.page.slip(this.words.say('tool.cannot-load'));
      return undefined;
    }
  }

  /** Returns the PDF library on its way, and its worker, which starts meanwhile. */
  pdf() {
    if (!this.fetchedPdf) {
      const library = import(document.body.dataset.pdf);
      this.fetchedPdf = { library, worker: new Worker(document.body.dataset.pdfWorker, { type: 'module' }) };
      library.catch(() => {
        this.fetchedPdf = undefined;
      });
    }
    return this.fetchedPdf;
  }

  fetchAhead() {
    const { equipment } = this.sitting.data.paper.rules;
    if (equipment.tools.length || equipment.exhibits.length) {
      const pdf = equipment.exhibits.some(({ kind }) => kind === 'pdf');
      const parts = ['toolbench', 'tools', ...(pdf ? ['pdf', 'pdfWorker'] : [])];
      requestIdleCallback(() => parts.forEach((part) => fetch(document.body.dataset[part]).catch(() => {})));
    }
  }

  /** Returns whether a key was one of the tools'; while one is being opened, whatever is typed is meant for it. */
  key(name) {
    if (this.opening) {
      return true;
    }
    const tool = this.keys.get(name);
    if (tool && this.room && this.offers(tool)) {
      this.toggle(tool);
      return true;
    }
    if (name === 'h' && this.room?.tools.includes('marks') && this.room.inView) {
      this.marks.begin(one('.question.open'));
      return true;
    }
    if (name === '/' && this.room && this.offers('exhibit')) {
      this.bench().then((bench) => bench?.find(this.room));
      return true;
    }
    return false;
  }
}

/** Calls the invigilator and says what became of the call. */
class Help {
  /**
   * @param {import('./sitting.js').Sitting} sitting
   * @param {import('./words.js').Words} words
   * @param {any} page
   */
  constructor(sitting, words, page) {
    this.sitting = sitting;
    this.words = words;
    this.page = page;
    this.dialog = one('#help', document, HTMLDialogElement);
    this.go = one('#help-go');
    this.withdraw = one('#help-withdraw');
    this.go.addEventListener('click', () => this.call());
    this.withdraw.addEventListener('click', () => {
      sitting.enter('help-withdrawn');
      this.dialog.close();
      page.draw();
    });
  }

  call() {
    const reason = maybe('[name="help-reason"]:checked', this.dialog, HTMLInputElement)?.value;
    if (!reason) {
      this.page.slip(this.words.say('help.choose'));
      return;
    }
    const note = one('#help-note', document, HTMLTextAreaElement);
    if (this.sitting.enter('help-called', { reason, note: note.value.trim() })) {
      note.value = '';
      this.dialog.close();
      this.page.slip(this.words.say('help.sent'));
      this.page.draw();
    }
  }

  draw(help) {
    const waits = Boolean(help) && !help.answeredAt;
    const state = JSON.stringify(help ?? null);
    if (this.drawn === state) {
      return;
    }
    const before = this.drawn;
    this.drawn = state;
    put(document.querySelector('#help-label'), this.words.say(waits ? 'help.called' : 'help.call'));
    one('#help-form').hidden = waits;
    this.go.hidden = waits;
    this.withdraw.hidden = !waits;
    const said = one('#help-state');
    said.hidden = !help;
    if (help) {
      const key = waits ? 'help.waiting' : 'help.seen';
      put(said, `${this.words.say(key, this.words.time(help.calledAt), help.person)} ${help.words ?? ''}`.trim());
    }
    if (before && before !== 'null' && help?.answeredAt) {
      this.page.slip(this.words.say('help.answered', help.person, help.words));
    }
  }
}

// The tools beside the question, fetched when the first of them is opened.
import { CalculatorTool } from './calculator.js';
import { ExhibitTool } from './exhibits.js';
import { NotesTool } from './notes.js';
import { Panels } from './panels.js';
import { SketchTool } from './sketch.js';
import { WorksheetTool } from './worksheet.js';

const TOOLS = {
  calculator: CalculatorTool,
  worksheet: WorksheetTool,
  sketch: SketchTool,
  notes: NotesTool,
  exhibit: ExhibitTool,
  'second-exhibit': ExhibitTool,
};

export class Toolbench {
  /**
   * @param {import('../tool-buttons.js').ToolButtons} door
   * @param {any} module
   */
  constructor(door, module) {
    this.door = door;
    this.module = module;
    this.words = door.words;
    this.sitting = door.sitting;
    this.page = door.page;
    this.marks = door.marks;
    this.panels = new Panels(this.sitting, module, this.words, {
      changed: () => this.press(),
      resizing: () => this.page.layOutAnew(),
    });
    this.tools = new Map();
  }

  /** What lies in one of the tools, as the rulebook knows it: `tape`, `worksheet`, `sketch`, `notes`, `exhibits`, `panels`. */
  in(tool) {
    return JSON.parse(this.sitting.desk[tool]());
  }

  /** Enters what was begun and not finished: a note, a cell, a page turned to. */
  flush() {
    this.tools.forEach((tool) => tool.flush?.());
  }

  /** Takes everything over from the rulebook again. */
  read() {
    this.tools.forEach((tool) => tool.read?.());
  }

  enter(kind, fields) {
    return this.sitting.enter(kind, fields);
  }

  /**
   * Opens again what was open.
   *
   * @param {import('../../types/room.d.ts').Room} room
   */
  restore(room) {
    for (const [name, place] of Object.entries(this.in('panels'))) {
      if (place.state !== 'closed') {
        this.panels.restore(this.make(name), place);
        this.tools.get(name).opened?.(room);
      }
    }
    this.turn(room);
    this.press();
  }

  make(name) {
    if (!this.panels.has(name)) {
      const panel = this.panels.make(name, this.words.say(`tool.${name}`));
      const place = this.in('panels')[name];
      if (place) {
        this.panels.restore(panel, { ...place, state: 'closed' });
      }
      this.tools.set(name, new TOOLS[name](this, panel));
    }
    return this.panels.get(name);
  }

  /** @param {import('../../types/room.d.ts').Room} room */
  toggle(name, room) {
    const panel = this.make(name);
    if (panel.state === 'open') {
      this.panels.close(panel);
    } else {
      this.openPanel(name, room);
    }
  }

  /** @param {import('../../types/room.d.ts').Room} room */
  openPanel(name, room) {
    const panel = this.make(name);
    panel.offered = true;
    this.panels.open(panel);
    this.tools.get(name).opened?.(room);
    this.tools.get(name).focus?.();
    return this.tools.get(name);
  }

  /**
   * Another question is in view, or none.
   *
   * @param {import('../../types/room.d.ts').Room} room
   */
  turn(room) {
    this.panels.show(room.view === 'question', (name) => this.door.offers(name, room));
    this.tools.forEach((tool) => tool.turned?.(room));
  }

  press() {
    this.door.buttons.forEach((button, name) => {
      const open = ['open', 'folded'].includes(this.panels.get(name)?.state);
      button.setAttribute('aria-pressed', String(open));
    });
  }

  /** @param {import('../../types/room.d.ts').Room} room */
  writeNote(room, anchor) {
    this.openPanel('notes', room).write(room.inView, anchor);
  }

  /** @param {import('../../types/room.d.ts').Room} room */
  find(room) {
    (this.panels.get('exhibit')?.state === 'open' ? this.tools.get('exhibit') : this.openPanel('exhibit', room)).find();
  }
}

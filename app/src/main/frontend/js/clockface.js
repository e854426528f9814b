// The clock in the header, the pace, the band that burns down, and the list of all clocks.
import { all, maybe, one } from './dom.js';
import { put, span } from './words.js';

/** A warning that was given longer ago than this when the page opens is not said again. */
const STILL_NEWS = 10_000;
const HIDDEN = 'ledger-clock-hidden';

export class ClockFace {
  constructor(words, warn) {
    this.words = words;
    this.warn = warn;
    this.face = one('#clock');
    this.time = document.querySelector('#clock-time');
    this.ends = document.querySelector('#clock-ends');
    this.name = document.querySelector('#clock-name');
    this.open = document.querySelector('#clock-open');
    this.pace = document.querySelector('#clock-pace');
    this.band = one('#band');
    this.list = maybe('#clocks', document, HTMLDialogElement);
    this.rows = document.querySelector('#clocks-rows');
    this.hide = maybe('#hide-clock');
    this.bigs = all('[data-clock-left]');
    this.untils = all('[data-clock-until]');
    this.breakLeft = document.querySelector('[data-break-left]');
    this.breakUntil = document.querySelector('[data-break-until]');
    this.hide?.addEventListener('click', () => {
      sessionStorage.setItem(HIDDEN, this.hidden ? '' : 'yes');
      this.list.close();
    });
  }

  /** @param {import('../types/room.d.ts').Room} room */
  draw(room) {
    this.hidden = room.mayHideClock && sessionStorage.getItem(HIDDEN) === 'yes';
    this.say(room);
    if (this.list?.open) {
      this.drawList(room);
    }
    this.drawBreak(room.clocks.find((clock) => clock.kind === 'own-break'));
    const clock = room.tightestClock;
    const used = room.stages.find((stage) => stage.id === room.position.at)?.used;
    const counts = !clock && used !== undefined && document.body.dataset.page === 'block';
    this.face.hidden = !clock && !counts;
    this.drawBand(clock);
    if (clock) {
      this.drawClock(room, clock);
    } else if (counts) {
      this.drawUsed(room, used);
    }
  }

  /** @param {import('../types/room.d.ts').Room} room */
  drawClock(room, clock) {
    const left = span(clock.left, true);
    put(this.time, this.hidden ? this.words.say('clock.hidden') : left);
    this.time.classList.toggle('words', this.hidden);
    this.bigs.forEach((element) => put(element, left));
    const until = clock.deadline ? this.words.time(clock.deadline) : this.words.say('clock.stands');
    this.untils.forEach((element) => put(element, until));
    put(this.name, this.words.say(clock.box === room.position.at ? 'clock.section-ends' : 'clock.ends', this.title(clock)));
    put(this.ends, this.hidden ? '' : clock.deadline ? this.words.minute(clock.deadline) : until);
    this.drawPace(room);
  }

  /**
   * Where no clock runs, time counts up: in all, and for the question in view.
   *
   * @param {import('../types/room.d.ts').Room} room
   */
  drawUsed(room, used) {
    put(this.time, span(used));
    put(this.name, this.words.say('clock.used'));
    put(this.ends, this.words.say('clock.used.in-all'));
    put(this.open, 'inViewSpent' in room ? this.words.say('clock.question') : '');
    put(this.pace, 'inViewSpent' in room ? span(room.inViewSpent) : '');
  }

  /** @param {import('../types/room.d.ts').Room} room */
  drawPace(room) {
    const totals = room.totals[room.position.at];
    const paced = totals && 'pace' in room;
    put(this.open, paced ? this.words.say('clock.open', totals.withoutFullAnswer) : '');
    put(this.pace, paced && !this.hidden ? this.words.say('clock.pace', span(room.pace)) : '');
  }

  drawBreak(clock) {
    if (clock && this.breakLeft) {
      put(this.breakLeft, span(clock.left, true));
      put(this.breakUntil, clock.deadline ? this.words.time(clock.deadline) : this.words.say('clock.stands'));
    }
  }

  drawBand(clock) {
    const spent = clock && !this.hidden ? ((clock.allowance - clock.left) / clock.allowance).toFixed(3) : '0';
    if (this.spent !== spent) {
      this.spent = spent;
      this.band.style.transform = `scaleX(${spent})`;
    }
    if (clock) {
      this.notches(clock);
    }
  }

  title(clock) {
    return clock.title || this.words.say(`clock.${clock.kind}`);
  }

  /** @param {import('../types/room.d.ts').Room} room */
  drawList(room) {
    const rows = room.clocks.map((clock) => [
      this.title(clock),
      span(clock.allowance),
      span(clock.used),
      span(clock.left, true),
      clock.deadline ? this.words.time(clock.deadline) : this.words.say('clock.stands'),
    ]);
    const text = JSON.stringify(rows);
    if (this.listed !== text) {
      this.listed = text;
      this.rows.replaceChildren(
        ...rows.map((cells) => {
          const row = document.createElement('tr');
          row.append(
            ...cells.map((cell, i) =>
              Object.assign(document.createElement('td'), { textContent: cell, className: i ? 'mono r' : '' }),
            ),
          );
          return row;
        }),
      );
    }
    this.hide.hidden = !room.mayHideClock;
    put(this.hide, this.words.say(this.hidden ? 'clock.show' : 'clock.hide'));
  }

  notches(clock) {
    const key = `${clock.title} ${clock.allowance}`;
    if (this.notched !== key) {
      this.notched = key;
      const band = this.band.parentElement;
      all('i', band).forEach((notch) => notch.remove());
      for (const warning of clock.warnings) {
        const notch = document.createElement('i');
        notch.style.left = `${(100 * (clock.allowance - warning)) / clock.allowance}%`;
        band.append(notch);
      }
    }
  }

  /**
   * Says the warnings that the rulebook says were given since this was last asked.
   *
   * @param {import('../types/room.d.ts').Room} room
   */
  say(room) {
    const said = this.said ?? room.warned.filter((warning) => room.now - warning.at > STILL_NEWS).length;
    room.warned.slice(said).forEach((warning) => {
      const clock = room.clocks.find(({ box, kind }) => (warning.box ? box === warning.box : kind === 'room'));
      if (clock) {
        this.warn(this.words.say('clock.warning', Math.round(warning.left / 60_000), this.title(clock)));
      }
    });
    this.said = room.warned.length;
  }
}

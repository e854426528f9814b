// The clock in the header, the pace, and the band that burns down.
import { put, span } from './words.js';

export class ClockFace {
  constructor(words, warn) {
    this.words = words;
    this.warn = warn;
    this.title = '';
    this.time = document.querySelector('#clock-time');
    this.ends = document.querySelector('#clock-ends');
    this.name = document.querySelector('#clock-name');
    this.open = document.querySelector('#clock-open');
    this.pace = document.querySelector('#clock-pace');
    this.band = document.querySelector('#band');
    this.bigs = document.querySelectorAll('[data-clock-left]');
    this.untils = document.querySelectorAll('[data-clock-until]');
  }

  draw(room) {
    const clock = room.biting;
    document.querySelector('#clock').hidden = !clock;
    if (!clock) {
      this.band.style.width = '0';
      return;
    }
    this.title = clock.title;
    const left = span(clock.left, true);
    put(this.time, left);
    this.bigs.forEach((element) => put(element, left));
    const until = clock.deadline ? this.words.time(clock.deadline) : this.words.say('clock.stands');
    this.untils.forEach((element) => put(element, until));
    put(this.name, this.words.say(clock.box === room.position.at ? 'clock.section-ends' : 'clock.ends', clock.title));
    put(this.ends, clock.deadline ? this.words.minute(clock.deadline) : until);
    this.drawPace(room);
    this.band.style.width = `${(100 * (clock.allowance - clock.left)) / clock.allowance}%`;
    this.notches(clock);
    this.warnOnce(clock);
  }

  drawPace(room) {
    const totals = room.totals[room.position.at];
    const paced = totals && 'pace' in room;
    put(this.open, paced ? this.words.say('clock.open', totals.withoutFullAnswer) : '');
    put(this.pace, paced ? this.words.say('clock.pace', span(room.pace)) : '');
  }

  notches(clock) {
    const key = `${clock.title} ${clock.allowance}`;
    if (this.notched !== key) {
      this.notched = key;
      const band = this.band.parentElement;
      band.querySelectorAll('i').forEach((notch) => notch.remove());
      for (const warning of clock.warnings) {
        const notch = document.createElement('i');
        notch.style.left = `${(100 * (clock.allowance - warning)) / clock.allowance}%`;
        band.append(notch);
      }
    }
  }

  /** Warns when the time left passes a threshold while this page looks on. */
  warnOnce(clock) {
    const before = this.leftBefore && this.leftBefore.title === clock.title ? this.leftBefore.left : undefined;
    const passed = clock.warnings.filter((warning) => clock.left <= warning && before > warning);
    if (passed.length) {
      this.warn(this.words.say('clock.warning', Math.round(Math.min(...passed) / 60_000), clock.title));
    }
    this.leftBefore = { title: clock.title, left: clock.left };
  }
}

// The station check: measures, and shows what the rulebook says of the figures.
import { maybe, one } from './dom.js';
import { Camera } from './camera.js';
import { post, send } from './server.js';
import { put } from './words.js';

const TRIPS = 5;
/** Bytes. */
const UPLOAD = 64 * 1024;
/** Beyond this, in kilobits a second, so few bytes tell nothing. */
const FASTEST = 100_000;
const TONE = 440;
const TONE_SECONDS = 1.2;
const SETTLES = 400;
/** What stands for a round trip that never came back: more than any line may take. */
const NO_ANSWER = 60_000;

export class Station {
  /** @param report takes the figures of all lines measured so far */
  constructor(desk, words, clock, report) {
    this.desk = desk;
    this.words = words;
    this.clock = clock;
    this.report = report;
    this.root = one('#station');
    this.lines = this.root.dataset.lines.split(' ');
    this.figures = {};
    /** @type {AudioContext | undefined} made by the first press, as browsers demand */
    this.sound = undefined;
  }

  start() {
    this.on('window', () => {
      this.measureWindow();
      addEventListener('resize', () => this.measureWindow());
    });
    this.on('storage', () => this.measureStorage());
    this.on('clock', () => {
      this.measureClock();
      one('#again').addEventListener('click', () => this.measureClock());
    });
    this.on('connection', () => {
      this.measureConnection();
      one('#line-again').addEventListener('click', () => this.measureConnection());
    });
    this.on('sound', () => this.bindSound());
    this.on('camera', () => this.bindCamera());
    this.on('full-screen', () => one('#fill').addEventListener('click', () => this.fill()));
  }

  on(line, act) {
    if (this.lines.includes(line)) {
      act();
    }
  }

  set(line, figures) {
    const before = this.figures[line];
    this.figures[line] = figures;
    this.show(line);
    if (String(before) !== String(figures)) {
      clearTimeout(this.settling);
      this.settling = setTimeout(() => this.report(this.figures), SETTLES);
    }
  }

  get complete() {
    return this.lines.every((line) => line in this.figures);
  }

  show(line) {
    const row = one(`[data-line="${line}"]`, this.root);
    const figures = this.figures[line];
    const passes = this.desk.passes(line, figures);
    row.dataset.state = passes ? 'passed' : 'attention';
    put(row.querySelector('.state'), this.words.say(passes ? 'station.passed' : 'station.attention'));
    put(row.querySelector('.figures'), this.words.say(`station.figures.${line}`, ...figures));
    const todo = one('.todo', row);
    todo.hidden = passes;
    put(todo, passes ? '' : this.words.say(line === 'camera' ? `station.todo.camera.${figures[0]}` : `station.todo.${line}`));
  }

  measureWindow() {
    this.set('window', [innerWidth, innerHeight]);
  }

  async measureStorage() {
    this.set('storage', [(await keeps()) ? 1 : 0]);
  }

  /** The shortest of some round trips tells most about the clocks. */
  async measureClock() {
    let best;
    for (let i = 0; i < TRIPS; i++) {
      const asked = performance.now();
      try {
        const { now } = await post('/time');
        const trip = performance.now() - asked;
        if (!best || trip < best.trip) {
          best = { trip, difference: Date.now() - (now + trip / 2) };
        }
        this.clock?.learn(now, asked);
      } catch {
        // A trip that failed measures nothing; if all fail, the line needs attention.
      }
    }
    this.set('clock', best ? [Math.round(best.difference), Math.round(best.trip)] : [0, NO_ANSWER]);
  }

  /** What one post of noise takes, longer than an empty one, is the speed of the line; the best of some tells most. */
  async measureConnection() {
    const noise = crypto.getRandomValues(new Uint8Array(UPLOAD));
    let trip = NO_ANSWER;
    let upload = 0;
    for (let i = 0; i < TRIPS; i++) {
      try {
        const empty = await took(() => post('/time'));
        const full = await took(() => send('/line', new Blob([noise], { type: 'application/octet-stream' })));
        trip = Math.min(trip, Math.round(empty));
        upload = Math.max(upload, Math.min(FASTEST, Math.round((UPLOAD * 8) / Math.max(1, full - empty))));
      } catch {
        // A try that failed measures nothing; if all fail, the line needs attention.
      }
    }
    this.set('connection', [upload, trip]);
  }

  /** Where no notice has asked for consent before, the camera stays off until it is switched on. */
  bindCamera() {
    const camera = new Camera(this.root.dataset.face, this.desk, (view) => this.set('camera', [view]));
    const on = maybe('#camera-on');
    on?.addEventListener('click', () => {
      on.hidden = true;
      camera.start();
    });
    if (!on) {
      camera.start();
    }
  }

  bindSound() {
    const level = one('#level', document, HTMLInputElement);
    one('#play').addEventListener('click', () => this.play(Number(level.value) / 100));
    level.addEventListener('input', () => this.gain?.gain.setValueAtTime(Number(level.value) / 100, this.sound.currentTime));
    one('#heard').addEventListener('click', () => this.set('sound', [1, Number(level.value)]));
    one('#unheard').addEventListener('click', () => this.set('sound', [0, Number(level.value)]));
  }

  play(level) {
    this.sound ??= new AudioContext();
    this.gain = new GainNode(this.sound, { gain: level });
    const tone = new OscillatorNode(this.sound, { frequency: TONE });
    tone.connect(this.gain).connect(this.sound.destination);
    tone.start();
    tone.stop(this.sound.currentTime + TONE_SECONDS);
  }

  async fill() {
    try {
      await document.documentElement.requestFullscreen();
      this.set('full-screen', [1]);
    } catch {
      this.set('full-screen', [0]);
    }
  }
}

/**
 * Returns how long something takes, in milliseconds.
 *
 * @param {() => Promise<unknown>} act
 */
async function took(act) {
  const begun = performance.now();
  await act();
  return performance.now() - begun;
}

/** Returns whether this browser keeps what is written to it. */
async function keeps() {
  try {
    localStorage.setItem('ledger-probe', '1');
    localStorage.removeItem('ledger-probe');
    await /** @type {Promise<void>} */ (
      new Promise((resolve, reject) => {
        const opening = indexedDB.open('ledger-probe');
        opening.onsuccess = () => {
          opening.result.close();
          indexedDB.deleteDatabase('ledger-probe');
          resolve();
        };
        opening.onerror = () => reject(opening.error);
      })
    );
    return true;
  } catch {
    return false;
  }
}

// Runs programs in a worker of their own, one at a time. What it needs is fetched when a language is first used and kept; a
// run that goes on for too long, or is stopped, ends with its worker, and another is made ready at once.
import { ASSETS } from '../asset-cache.js';

const FROM_PAGE = { python: ['pythonEngine', 'pythonLibrary'], javascript: ['javascriptEngine'] };
/** Starting a run takes a moment that is not the program's. */
const GRACE = 50;

export class Runner {
  constructor() {
    /** @type {Map<string, Promise<ArrayBuffer[]>>} */
    this.files = new Map();
    /** @type {Map<string, Promise<void>>} */
    this.ready = new Map();
    this.last = 0;
  }

  /** Fetches and prepares what a language needs; resolves when it can run. */
  prepare(language) {
    if (!this.ready.has(language)) {
      const made = this.fetch(language).then(([engine, library]) => this.ask({ language, engine, library }));
      this.ready.set(language, made);
      made.catch(() => this.ready.delete(language));
    }
    return this.ready.get(language);
  }

  /** The first visit of a room does not come through the service worker yet; what it will need offline is kept here. */
  static async keep(names) {
    const cache = await caches.open(ASSETS);
    await Promise.all(
      names.map(async (name) => {
        const address = document.body.dataset[name];
        return (await cache.match(address)) ?? cache.add(address);
      }),
    );
  }

  fetch(language) {
    if (!this.files.has(language)) {
      const all = FROM_PAGE[language].map(async (name) => {
        const answer = await fetch(document.body.dataset[name]);
        if (!answer.ok) {
          throw new Error(`${name}: ${answer.status}`);
        }
        return answer.arrayBuffer();
      });
      const fetched = Promise.all(all);
      this.files.set(language, fetched);
      fetched.then(
        () => globalThis.caches && Runner.keep(['programs', 'programWorker', ...FROM_PAGE[language]]).catch(() => {}),
        () => this.files.delete(language),
      );
    }
    return this.files.get(language);
  }

  /**
   * Runs a program once.
   *
   * @param {{ language: string, program: string, input: string, memoryMb: number, outputBytes: number }} task
   * @param {number} time in ms
   * @returns {Promise<{ ending: string, output: string, error: string, took: number }>}
   */
  async run(task, time) {
    let early = false;
    this.stopping = () => {
      early = true;
    };
    await this.prepare(task.language);
    if (early) {
      this.stopping = undefined;
      return { ending: 'stopped', output: '', error: '', took: 0 };
    }
    return new Promise((resolve, reject) => {
      const end = (ending) => {
        this.drop();
        this.prepare(task.language).catch(() => {});
        resolve({ ending, output: '', error: '', took: time });
      };
      const timer = setTimeout(() => end('out-of-time'), time + GRACE);
      this.stopping = () => {
        clearTimeout(timer);
        end('stopped');
      };
      this.ask(task)
        .then((answer) => {
          clearTimeout(timer);
          resolve(answer.took > time ? { ...answer, ending: 'out-of-time' } : answer);
        }, reject)
        .finally(() => {
          this.stopping = undefined;
        });
    });
  }

  /** Ends the run that goes on, if one does. */
  stop() {
    this.stopping?.();
  }

  worker() {
    if (!this.made) {
      this.made = new Worker(document.body.dataset.programWorker, { type: 'module' });
      this.asked = new Map();
      this.made.onmessage = ({ data }) => {
        const { resolve, reject } = this.asked.get(data.id);
        this.asked.delete(data.id);
        if (data.failed) {
          reject(new Error(data.failed));
        } else {
          resolve(data);
        }
      };
      this.made.onerror = () => this.drop();
    }
    return this.made;
  }

  ask(message) {
    const worker = this.worker();
    this.last += 1;
    const id = this.last;
    return new Promise((resolve, reject) => {
      this.asked.set(id, { resolve, reject });
      worker.postMessage({ ...message, id });
    });
  }

  /** What was asked of a worker that is gone is never answered; those who wait were told otherwise. */
  drop() {
    this.made?.terminate();
    this.made = undefined;
    this.ready.clear();
  }
}

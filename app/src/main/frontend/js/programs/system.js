// All that a program can reach of its surroundings: three streams, a folder in memory that is made anew for each run, a
// clock that only its own calls move on, and numbers that look drawn and are the same each time. The server's GuestSystem
// does the same, so that what works here works there.
import { Fd, Directory, File, PreopenDirectory, WASI, wasi } from '@bjorn3/browser_wasi_shim';

/** 2026-01-01T00:00Z, in nanoseconds; each look at the clock finds it a microsecond later. */
const START = 1_767_225_600_000_000_000n;
const TICK = 1_000n;
const SUBSCRIPTION = 48;
const EVENT = 32;
const NOT_SUPPORTED = 58;
export const MOST_ERROR = 16 * 1024;

/** Ends a program that writes too much. */
export class TooMuch extends Error {}

/** What a program writes, up to a bound. */
export class Output extends Fd {
  /** @param {number} most bytes; @param {boolean} strict whether more ends the program, or is left out */
  constructor(most, strict) {
    super();
    this.most = most;
    this.strict = strict;
    this.taken = [];
    this.size = 0;
  }

  /** @param {Uint8Array} data */
  fd_write(data) {
    const room = Math.min(data.length, this.most - this.size);
    this.taken.push(data.slice(0, room));
    this.size += room;
    if (room < data.length && this.strict) {
      throw new TooMuch();
    }
    return { ret: wasi.ERRNO_SUCCESS, nwritten: data.length };
  }

  fd_fdstat_get() {
    return { ret: wasi.ERRNO_SUCCESS, fdstat: new wasi.Fdstat(wasi.FILETYPE_UNKNOWN, 0) };
  }

  fd_filestat_get() {
    return { ret: wasi.ERRNO_SUCCESS, filestat: new wasi.Filestat(0n, wasi.FILETYPE_UNKNOWN, 0n) };
  }

  text() {
    const all = new Uint8Array(this.size);
    let at = 0;
    for (const part of this.taken) {
      all.set(part, at);
      at += part.length;
    }
    return new TextDecoder().decode(all);
  }
}

/** What a program reads. */
class Input extends Fd {
  /** @param {string} text */
  constructor(text) {
    super();
    this.bytes = new TextEncoder().encode(text);
    this.at = 0;
  }

  /** @param {number} size */
  fd_read(size) {
    const data = this.bytes.slice(this.at, this.at + size);
    this.at += data.length;
    return { ret: wasi.ERRNO_SUCCESS, data };
  }

  fd_fdstat_get() {
    return { ret: wasi.ERRNO_SUCCESS, fdstat: new wasi.Fdstat(wasi.FILETYPE_UNKNOWN, 0) };
  }

  fd_filestat_get() {
    return { ret: wasi.ERRNO_SUCCESS, filestat: new wasi.Filestat(0n, wasi.FILETYPE_UNKNOWN, 0n) };
  }
}

/**
 * Returns the folder of the library, which every run shares; its files cannot be written.
 *
 * @param {Record<string, Uint8Array>} files by their path
 */
export function folder(files) {
  const root = new Map();
  for (const [path, bytes] of Object.entries(files)) {
    const names = path.split('/');
    let at = root;
    for (const name of names.slice(0, -1)) {
      const inner = at.get(name) ?? new Directory(new Map());
      at.set(name, inner);
      at = inner.contents;
    }
    at.set(names.at(-1), new File(bytes, { readonly: true }));
  }
  return root;
}

/**
 * Returns what a run imports, and `bind`, which tells it the memory.
 *
 * @param {Map<string, any>} library
 * @param {string} program
 * @param {string} input
 * @param {Output} output
 * @param {Output} error
 */
export function surroundings(library, program, input, output, error) {
  const root = new Map();
  root.set('program', new File(new TextEncoder().encode(program)));
  root.set('lib', new Directory(new Map(library)));
  const host = new WASI([], [], [new Input(input), output, error, new PreopenDirectory('/', root)], { debug: false });
  /** @type {WebAssembly.Memory} */
  let memory;
  let clock = START;
  let drawn = 0;
  const view = () => new DataView(memory.buffer);
  return {
    bind: (instance, own) => {
      memory = own;
      host.inst = { exports: { ...instance.exports, memory: own } };
    },
    imports: {
      ...host.wasiImport,
      clock_time_get(_id, _precision, result) {
        clock += TICK;
        view().setBigUint64(result, clock, true);
        return 0;
      },
      // Knuth's multiplicative sequence ("The Art of Computer Programming", volume 2, 3.2.1), one byte of each step.
      random_get(from, length) {
        for (let i = 0; i < length; i += 1) {
          drawn = (Math.imul(drawn, 1_664_525) + 1_013_904_223) | 0;
          view().setUint8(from + i, drawn >>> 24);
        }
        return 0;
      },
      // Waits for clocks alone, by moving its own on; nobody's time passes.
      poll_oneoff(subscriptions, events, count, result) {
        for (let i = 0; i < count; i += 1) {
          const at = subscriptions + i * SUBSCRIPTION;
          if (view().getUint8(at + 8) !== 0) {
            return NOT_SUPPORTED;
          }
          const timeout = view().getBigUint64(at + 24, true);
          const until = view().getUint16(at + 40, true) & 1 ? timeout : clock + timeout;
          clock = until > clock ? until : clock;
          view().setBigUint64(events + i * EVENT, view().getBigUint64(at, true), true);
          [8, 16, 24].forEach((part) => view().setBigUint64(events + i * EVENT + part, 0n, true));
        }
        view().setUint32(result, count, true);
        return 0;
      },
    },
  };
}

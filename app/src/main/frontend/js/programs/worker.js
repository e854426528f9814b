// The worker in which programs run: no network, no storage, no page. It is given the engine of a language, prepares it once,
// and begins each run with a copy of the memory as it was then; the server's Engine does the same.
import { WASIProcExit } from '@bjorn3/browser_wasi_shim';
import { unzipSync } from 'fflate';
import { folder, MOST_ERROR, Output, surroundings, TooMuch } from './system.js';

const PAGE = 64 * 1024;
const PAGES_IN_MB = 16;
const MOST_MEMORY_MB = 128;
/** With how many pages an engine begins, as its build says (engine/src/main/wasm/build). */
const FIRST_PAGES = { javascript: 32, python: 128 };

/**
 * What an engine exports.
 *
 * @typedef {{ _initialize(): void, prepare(): number, run(): number, __stack_pointer: WebAssembly.Global }} Exports
 */

/** @type {Map<string, { module: WebAssembly.Module, library: Map<string, any>, memory: Uint8Array, pointer: any }>} */
const engines = new Map();

async function unpacked(/** @type {ArrayBuffer} */ bytes) {
  return new Response(new Blob([bytes]).stream().pipeThrough(new DecompressionStream('gzip'))).arrayBuffer();
}

/**
 * @param {WebAssembly.Instance} instance
 * @returns {Exports}
 */
function exported(instance) {
  return /** @type {any} */ (instance.exports);
}

async function prepare({ language, engine, library }) {
  const module = await WebAssembly.compile(await unpacked(engine));
  const files = library ? folder(unzipSync(new Uint8Array(library))) : new Map();
  const error = new Output(MOST_ERROR, false);
  const around = surroundings(files, '', '', new Output(0, true), error);
  const memory = new WebAssembly.Memory({ initial: FIRST_PAGES[language], maximum: MOST_MEMORY_MB * PAGES_IN_MB });
  const instance = new WebAssembly.Instance(module, { wasi_snapshot_preview1: around.imports, env: { memory } });
  around.bind(instance, memory);
  const exports = exported(instance);
  exports._initialize();
  if (exports.prepare() !== 0) {
    throw new Error(error.text());
  }
  engines.set(language, {
    module,
    library: files,
    memory: new Uint8Array(memory.buffer).slice(),
    pointer: exports.__stack_pointer.value,
  });
}

function run({ language, program, input, memoryMb, outputBytes }) {
  const engine = engines.get(language);
  const output = new Output(outputBytes, true);
  const error = new Output(MOST_ERROR, false);
  const around = surroundings(engine.library, program, input, output, error);
  const pages = engine.memory.length / PAGE;
  const memory = new WebAssembly.Memory({ initial: pages, maximum: memoryMb * PAGES_IN_MB });
  const narrowed = { wasi_snapshot_preview1: around.imports, env: { memory } };
  const instance = new WebAssembly.Instance(engine.module, narrowed);
  around.bind(instance, memory);
  new Uint8Array(memory.buffer).set(engine.memory);
  const exports = exported(instance);
  exports.__stack_pointer.value = engine.pointer;
  const ending = ended(
    () => exports.run(),
    error,
    () => memory.buffer.byteLength > memoryMb * 1024 * 1024 * 0.9,
  );
  return { ending, output: output.text(), error: error.text() };
}

function ended(start, error, isFull) {
  try {
    return start() === 0 ? 'ended' : saysOutOfMemory(error.text()) ? 'out-of-memory' : 'error';
  } catch (thrown) {
    if (thrown instanceof TooMuch) {
      return 'too-much-output';
    }
    if (thrown instanceof WASIProcExit) {
      return thrown.code === 0 ? 'ended' : 'error';
    }
    return saysOutOfMemory(error.text()) || (thrown instanceof WebAssembly.RuntimeError && isFull()) ? 'out-of-memory' : 'error';
  }
}

/** Each language has its own words for it, which begin a line. */
function saysOutOfMemory(text) {
  return /^(MemoryError|InternalError: out of memory)/m.test(text);
}

self.onmessage = async ({ data }) => {
  try {
    if (data.engine) {
      await prepare(data);
      postMessage({ id: data.id });
    } else {
      const from = performance.now();
      postMessage({ id: data.id, ...run(data), took: performance.now() - from });
    }
  } catch (error) {
    postMessage({ id: data.id, failed: String(error) });
  }
};

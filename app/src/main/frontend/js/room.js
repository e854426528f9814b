// The room: draws what the rulebook says, and turns presses into acts. It decides nothing.
import { ASSETS } from './asset-cache.js';
import { all, around, maybe, one } from './dom.js';
import Alpine from '@alpinejs/csp';
import { later, untilDone } from './again.js';
import { stagePage } from './arrival.js';
import { BlockPage } from './block/blockpage.js';
import { ClockFace } from './clockface.js';
import { closeDialogs } from './dialogs.js';
import { displayPanel, offer } from './display.js';
import { Messages } from './messages.js';
import { fetchGiven } from './server.js';
import { Sitting } from './sitting.js';
import { slip, whisper } from './slips.js';
import { CameraWatch } from './camera-watch.js';
import { Watch } from './watch.js';
import { Words, put } from './words.js';

const TICK = 200;
/** While the candidate turns from question to question, nothing else is drawn for this long; at most for twice as long. */
const TURNING_UNDRAWN = 500;
const STILL_ENTERING = 1_500;
const SOONEST_MOVE = 1_000;
const KEEP_AGAIN = 10_000;
const MOVED_ON = 'ledger-moved-on-from';

const data = JSON.parse(one('#room-data').textContent);
offer(data.display);
Alpine.data('displayPanel', displayPanel);
Alpine.start();
/** Its parts are in the page from the start: watching every change of the room would be paid with each turn. */
Alpine.stopObservingMutations();

const words = new Words(data.words, data.zone, data.locale);
const shownStage = document.body.dataset.stage;
const cover = one('#cover');
let leaving = false;
let drawnAt = 0;
let waiting;

const desk = await import(document.body.dataset.desk);
const sitting = new Sitting(data, desk, {
  changed: () => drawSaved(),
  heard: () => {
    if (document.body.dataset.ready) {
      draw();
    }
  },
  refused: (verdict) => {
    slip(words.say(`verdict.${verdict}`));
    draw();
  },
  moved: () => moved(),
  signedOut: () => slip(words.say('signed-out')),
  unkept: () => slip(words.say('unkept')),
});
const clockFace = new ClockFace(words, (warning) => slip(warning));
const block = document.body.dataset.page === 'block' ? new BlockPage(sitting, words, { draw, whisper, slip }) : null;
const arrival = stagePage(document.body.dataset.page, { sitting, desk, words, draw, slip });

const watch = new Watch(sitting, words, () => document.body.dataset.ready && draw());
const cameraWatch = new CameraWatch(sitting, desk, words);
const messages = new Messages(words, (message) => sitting.enter('message-read', { message }) && draw());

await sitting.start();
keepForOffline();
bindStageActs();
block?.start();
arrival?.start?.();
draw();
setInterval(tick, TICK);
document.body.dataset.ready = 'true';

/** Draws what has changed with time, but not while the candidate is turning to another question: the turn comes first. */
function tick() {
  if (!block?.turning.on) {
    draw();
  } else if (performance.now() - drawnAt > TURNING_UNDRAWN) {
    waiting ??= requestIdleCallback(draw, { timeout: TURNING_UNDRAWN });
  }
}

/** Brings everything on the screen to what the rulebook says now. */
function draw() {
  drawnAt = performance.now();
  waiting = undefined;
  const room = sitting.room();
  clockFace.draw(room);
  block?.draw(room);
  arrival?.draw?.(room);
  drawSaved();
  one('#paused').hidden = !room.paused;
  put(one('#paused-words'), room.pauseWords ?? '');
  messages.draw(room);
  watch.draw(room);
  cameraWatch.draw(room);
  if (stageOf(room) !== shownStage && !leaving) {
    leave();
  }
}

/**
 * Where the sitting is, as its pages are called: a break of one's own and a return from a break have pages too.
 *
 * @param {import('../types/room.d.ts').Room} room
 */
function stageOf(room) {
  const [where, stage] = Object.entries(room.position)[0];
  return `${where} ${stage}${room.presence === 'at-desk' ? '' : ` ${room.presence}`}`;
}

function drawSaved() {
  const saved = one('#saved');
  if (!sitting.sender) {
    return;
  }
  const { count, age, state } = sitting.sender;
  saved.dataset.waiting = String(count);
  const waits = count > 0 && (age > STILL_ENTERING || state === 'retrying' || state === 'stopped');
  const text = waits
    ? words.say('saved.waiting', count)
    : sitting.lastEntered
      ? words.say(block ? 'saved.entered' : 'saved.step', words.time(sitting.lastEntered))
      : words.say('saved.nothing');
  if (saved.textContent !== text) {
    saved.textContent = text;
    saved.classList.toggle('waiting', waits);
  }
}

/** The route goes on: by the candidate's own act, or because time ran out. */
async function leave() {
  leaving = true;
  block?.flush();
  const now = sitting.room();
  const closed = now.stages.find((stage) => document.body.dataset.stage === `at ${stage.id}`);
  if (block && closed?.ended === 'by-time') {
    const totals = now.totals[closed.id];
    const kept = words.say('time-up.kept', words.time(closed.endedAt), totals.answered + totals.part, totals.questions);
    show('time-up', words.say('time-up.title', document.body.dataset.title), `${kept} ${whatIsNext(now)}`);
    await new Promise((resolve) => one('#cover-go').addEventListener('click', resolve, { once: true }));
  }
  show('moving', words.say('moving.title'), words.say(navigator.onLine ? 'moving.entering' : 'moving.offline'));
  await sitting.settled();
  await notTooSoon();
  location.replace(location.pathname);
}

/** @param {import('../types/room.d.ts').Room} room */
function whatIsNext(room) {
  const next = data.paper.route.find((stage) => stage.id === (room.position.at ?? room.position.before));
  return next ? words.say(`time-up.next.${room.position.at ? 'runs' : 'waits'}`, next.title) : words.say('time-up.over');
}

/** Should browser and server ever disagree about a stage, they do so once in a while and not in a tight loop. */
async function notTooSoon() {
  const [from, at] = JSON.parse(sessionStorage.getItem(MOVED_ON) ?? '["", 0]');
  if (from === shownStage && Date.now() - at < SOONEST_MOVE) {
    await later(SOONEST_MOVE);
  }
  sessionStorage.setItem(MOVED_ON, JSON.stringify([shownStage, Date.now()]));
}

function moved() {
  leaving = true;
  sitting.stop?.();
  show('moved', words.say('moved.title'), words.say('moved.text'));
  one('#cover-go').addEventListener('click', () => location.replace(location.pathname), { once: true });
}

function show(kind, title, text) {
  cover.hidden = false;
  cover.dataset.kind = kind;
  closeDialogs();
  one('#cover-title').textContent = title;
  one('#cover-text').textContent = text;
  const go = one('#cover-go');
  go.hidden = kind === 'moving';
  go.textContent = words.say(kind === 'moved' ? 'moved.here' : 'time-up.go');
  (go.hidden ? cover : go).focus();
}

/** Buttons that move along the route name their act in the page; they cannot be pressed before it would count. */
function bindStageActs() {
  all('[data-act]', document, HTMLButtonElement).forEach((button) => {
    button.addEventListener('click', () => {
      const { act, stage, digest, language } = button.dataset;
      const fields = {
        ...(stage && { stage }),
        ...(digest && { textDigest: digest, given: given() }),
        ...(language && { language }),
      };
      if (sitting.enter(act, fields)) {
        draw();
      }
    });
    button.disabled = false;
  });
  all('[data-switch-language]').forEach((button) =>
    button.addEventListener('click', async () => {
      if (sitting.enter('language-chosen', { language: button.dataset.language })) {
        leaving = true;
        block?.flush();
        show('moving', words.say('moving.title'), words.say(navigator.onLine ? 'moving.entering' : 'moving.offline'));
        await sitting.settled();
        location.replace(location.pathname);
      }
    }),
  );
  all('[data-ask]').forEach((button) =>
    button.addEventListener('click', () => {
      block?.flush();
      one(`#${button.dataset.ask}`, document, HTMLDialogElement).showModal();
    }),
  );
  all('[data-dismiss]').forEach((button) =>
    button.addEventListener('click', () => {
      around(button, 'dialog', HTMLDialogElement).close();
    }),
  );
}

/** Returns the statement of a notice as it was ticked or typed. */
function given() {
  const field = maybe('[data-given]', document, HTMLInputElement);
  return !field || (field.type === 'checkbox' && !field.checked) ? '' : field.value;
}

/** Keeps this page for offline. While entries wait, or another browser has the seat, the server answers with another page. */
async function keepPage() {
  const isRoom = (page) => page.headers.get('Ledger-Keep') !== null;
  const page = await fetchGiven(location.pathname, sitting, isRoom);
  if (isRoom(page)) {
    await (await caches.open('ledger-rooms')).put(location.pathname, page);
  }
}

/** Lets the service worker keep this page and its parts, also on the visit that installs it; a network that fails meanwhile only delays it. */
async function keepForOffline() {
  const workers = navigator.serviceWorker;
  if (!workers) {
    return;
  }
  const comesThroughWorker = Boolean(workers.controller);
  await untilDone(async () => {
    await workers.register('/service-worker.js');
    if (!comesThroughWorker) {
      const parts = performance
        .getEntriesByType('resource')
        .map((part) => part.name)
        .filter((name) => name.includes('/assets/'));
      await (await caches.open(ASSETS)).addAll([...new Set(parts)]);
      await keepPage();
    }
    return true;
  }, KEEP_AGAIN);
}

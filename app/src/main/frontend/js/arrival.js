// The pages around the blocks: the steps of the arrival, instructions, breaks. Each draws what the rulebook says and turns presses into acts.
import { all, around, one } from './dom.js';
import { Camera } from './camera.js';
import { bindKeypads } from './keypad.js';
import { post, send } from './server.js';
import { Station } from './station.js';
import { put, span } from './words.js';

/**
 * Returns what a page around the blocks does besides its buttons, or undefined.
 *
 * @param {any} room what a page is given
 */
export function stagePage(kind, room) {
  const pages = { identity, details, admission, 'station-check': station, portrait, instructions, break: breakPage };
  return pages[kind]?.(room);
}

function identity({ sitting, words, draw }) {
  const form = one('#report', document, HTMLFormElement);
  form.addEventListener('submit', (event) => {
    event.preventDefault();
    const { reason, note } = Object.fromEntries(new FormData(form));
    around(form, 'dialog', HTMLDialogElement).close();
    sitting.enter('wrong-reported', { stage: form.dataset.stage, reason, note });
    draw();
  });
  return {
    draw({ arrival }) {
      const reported = one('#reported');
      reported.hidden = !arrival.report;
      one('#confirming').hidden = Boolean(arrival.report);
      put(reported, arrival.report ? words.say('identity.reported', words.say(`reason.${arrival.report}`)) : '');
    },
  };
}

function details({ sitting, draw }) {
  const form = one('#details', document, HTMLFormElement);
  form.addEventListener('submit', (event) => {
    event.preventDefault();
    const values = Array.from(new FormData(form), ([detail, value]) => ({ detail, value: String(value) }));
    sitting.enter('details-given', { stage: form.dataset.stage, values });
    draw();
  });
}

function admission({ sitting, words, draw }) {
  const form = one('#code-form', document, HTMLFormElement);
  const code = one('input', form, HTMLInputElement);
  const said = one('#code-said');
  bindKeypads();
  form.addEventListener('submit', async (event) => {
    event.preventDefault();
    said.hidden = true;
    try {
      const answer = await post(`${sitting.path}/code`, { code: code.value });
      sitting.hear(answer.entries);
      if (!answer.right) {
        said.hidden = false;
        said.textContent = words.say(answer.verdict === 'permitted' ? 'door.code.wrong' : `verdict.${answer.verdict}`);
        code.value = '';
        code.focus();
      }
    } catch {
      said.hidden = false;
      said.textContent = words.say('door.code.offline');
    }
    draw();
  });
  let listed = '';
  return {
    draw({ now, arrival }) {
      if (!arrival.waiting) {
        return;
      }
      const waits = arrival.waiting.includes('schedule');
      one('#door-wait').hidden = !waits;
      put(document.querySelector('#door-left'), waits ? span(Math.max(0, arrival.opens - now), true) : '');
      form.hidden = !arrival.waiting.includes('code');
      const sentences = arrival.waiting.map((reason) =>
        words.say(`door.${reason}`, reason === 'schedule' ? words.time(arrival.opens) : arrival.triesLeft),
      );
      if (listed !== sentences.join()) {
        listed = sentences.join();
        one('#ways').replaceChildren(
          ...sentences.map((sentence) => {
            const item = document.createElement('li');
            item.textContent = sentence;
            return item;
          }),
        );
      }
    },
  };
}

function station({ sitting, desk, words, draw }) {
  const check = new Station(desk, words, sitting.clock, (figures) => {
    sitting.enter('station-checked', { figures });
    draw();
  });
  return {
    start: () => check.start(),
    draw({ arrival }) {
      if (arrival.wanting) {
        const wanting = one('#wanting');
        wanting.hidden = !check.complete || arrival.wanting.length === 0;
        put(wanting, words.say('station.wanting'));
        one('#leave-station', document, HTMLButtonElement).disabled = arrival.wanting.length > 0;
      }
    },
  };
}

function portrait({ sitting, desk, words, slip, draw }) {
  const take = one('#take', document, HTMLButtonElement);
  const seen = document.querySelector('#seen');
  const camera = new Camera(one('#portrait').dataset.face, desk, (view) => {
    put(seen, words.say(`portrait.view.${view}`));
    take.disabled = !desk.passes('camera', [view]);
  });
  take.addEventListener('click', async () => {
    take.disabled = true;
    try {
      const judged = await send(`${sitting.path}/portrait`, await camera.take());
      sitting.hear(judged.entries);
      if (!judged.entries.length) {
        slip(words.say(`portrait.again.${judged.view}`));
      }
    } catch {
      slip(words.say('portrait.offline'));
    }
    draw();
  });
  return { start: () => camera.start() };
}

/** A break that lasts at least some time cannot be ended before. */
function breakPage({ words }) {
  const end = document.querySelector('#end-break');
  return end ? { draw: (room) => drawLeavable(room, end, words) } : {};
}

function drawLeavable({ now, arrival }, button, words) {
  const left = (arrival.leavable ?? 0) - now;
  button.disabled = left > 0;
  put(document.querySelector('#leavable'), left > 0 ? words.say('instructions.leavable', span(left, true)) : '');
}

function instructions({ words }) {
  const pages = all('#pages > .page');
  const pager = one('#pager');
  const back = one('#page-back', document, HTMLButtonElement);
  const next = one('#page-next', document, HTMLButtonElement);
  let at = 0;
  const turn = (to) => {
    at = to;
    pages.forEach((page, i) => {
      page.hidden = i !== at;
    });
    back.disabled = at === 0;
    next.disabled = at === pages.length - 1;
    put(document.querySelector('#page-of'), words.say('instructions.page', at + 1, pages.length));
    one('.stage').scrollTop = 0;
  };
  back.addEventListener('click', () => turn(at - 1));
  next.addEventListener('click', () => turn(at + 1));
  pager.hidden = pages.length < 2;
  turn(0);
  return { draw: (room) => drawLeavable(room, document.querySelector('#leave-instructions'), words) };
}

// The page before the room: sends what waits in this browser and then asks for the room again, or takes the seat here.
import { one } from './dom.js';
import { digest } from './digest.js';
import { openJournal } from './journal.js';
import { sendLeft } from './leftovers.js';
import { keepSeat } from './seat.js';
import { post } from './server.js';

const { sitting, desk: module } = document.body.dataset;
const path = `/sittings/${sitting}`;
const said = one('#sending');

function say(key, ...values) {
  said.textContent = values.reduce((text, value, i) => text.replaceAll(`{${i}}`, value), said.dataset[key]);
}

if (document.body.dataset.page === 'elsewhere') {
  one('#take').addEventListener('click', async () => {
    try {
      keepSeat(Number(sitting), await post(`${path}/seat`));
      location.replace(location.pathname);
    } catch {
      say('failed');
    }
  });
} else {
  const desk = await import(module);
  const waiting = (await (await openJournal(Number(sitting))).all()).filter((line) => line.state === 'waiting').length;
  say('waiting', waiting);
  await sendLeft(
    Number(sitting),
    `${path}/entries`,
    (entry) => digest(desk, entry),
    (count, status) => {
      if (status === 401 || status === 403) {
        location.replace('/sign-in');
      } else if (count) {
        say('waiting', count);
      }
    },
  );
  location.replace(location.pathname);
}

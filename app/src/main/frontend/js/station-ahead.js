// The station check on its own, days before the exam. Its result is kept with the sitting.
import { one } from './dom.js';
import { Station } from './station.js';
import { post } from './server.js';
import { Words } from './words.js';

const data = JSON.parse(one('#room-data').textContent);
const words = new Words(data.words, data.zone, data.locale);
const desk = await import(document.body.dataset.desk);
const station = new Station({ view: desk.view, passes: desk.passes }, words, undefined, async (figures) => {
  if (station.complete) {
    await post(`/sittings/${data.sitting}/station`, figures);
    one('#kept').hidden = false;
  }
});
station.start();
document.body.dataset.ready = 'true';

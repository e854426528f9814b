// Sounds and films. One that can be played only so often is fetched whole before it begins, part by part, with a ticket
// that the server counts; a part that stalls is fetched again. What was fetched and has not begun is kept for the next press.
import { later } from '../again.js';
import { all, from, one } from '../dom.js';
import { post } from '../server.js';

const TRIES = 5;
const TRY_AGAIN = 1_000;

export class Playing {
  /** @param {import('./answers.js').Answers} answers */
  constructor(answers) {
    this.answers = answers;
    this.fetched = new Set();
  }

  bind(sheet, item) {
    all('.playing', sheet).forEach((root) => {
      const player = one('audio, video', root, HTMLMediaElement);
      const { medium } = root.dataset;
      if (medium) {
        player.src = this.answers.medium(medium);
        player.preload = 'auto';
      }
      const begin = one('[data-play]', root);
      const ask = one('.play-ask', root);
      begin.addEventListener('click', () => {
        if (this.left(this.answers.page.stateOf(item), root) !== 1) {
          this.play(item, root, player);
        } else {
          ask.hidden = false;
          one('button', ask).focus();
        }
      });
      one('[data-go]', ask).addEventListener('click', () => {
        ask.hidden = true;
        this.play(item, root, player);
      });
      one('[data-wait]', ask).addEventListener('click', () => {
        ask.hidden = true;
        begin.focus();
      });
      player.addEventListener('playing', () => {
        if (root.dataset.begun !== 'true') {
          root.dataset.begun = 'true';
          if (medium && !this.answers.page.act('played', { item, response: root.dataset.response })) {
            player.pause();
          }
          this.drawOne(root, this.answers.page.stateOf(item));
        }
      });
      player.addEventListener('ended', () => this.over(item, root));
      player.addEventListener('timeupdate', () => {
        one('progress', root, HTMLProgressElement).value = player.duration ? player.currentTime / player.duration : 0;
      });
      player.addEventListener('waiting', () => this.say(root, 'play.stalled'));
      player.addEventListener('error', () => this.failed(item, root, player));
      one('[type=range]', root).addEventListener('input', (event) => {
        player.volume = Number(from(event, HTMLInputElement).value) / 100;
      });
    });
  }

  /**
   * Returns how often it can still be played, as the rulebook counts; undefined where that is not limited.
   *
   * @param {import('../../types/room.d.ts').Question} question
   */
  left(question, root) {
    return question?.playsLeft[root.dataset.response];
  }

  async play(item, root, player) {
    root.dataset.begun = 'false';
    root.dataset.running = 'true';
    player.currentTime = 0;
    this.say(root, 'play.begins');
    root.querySelector('[data-play]').disabled = true;
    try {
      if (root.dataset.limited === 'true' && !this.fetched.has(root)) {
        player.src = await this.fetchPlay(item, root);
        this.fetched.add(root);
      }
      await player.play();
      this.fetched.delete(root);
    } catch {
      this.failed(item, root, player);
    }
  }

  /** Fetches one play and returns its address; with the last part it counts. */
  async fetchPlay(item, root) {
    const { sitting } = this.answers;
    await sitting.sender.drained();
    const { ticket, type, parts } = await post(
      `${sitting.path}/plays/${encodeURIComponent(item)}/${encodeURIComponent(root.dataset.response)}`,
    );
    const bytes = [];
    let entry;
    for (let part = 0; part < parts; part += 1) {
      const answer = await this.fetchPart(`${sitting.path}/plays/${ticket}/parts/${part}`, root);
      entry = answer.headers.get('Ledger-Entry');
      bytes.push(await answer.arrayBuffer());
    }
    sitting.hear([JSON.parse(entry)]);
    return URL.createObjectURL(new Blob(bytes, { type }));
  }

  async fetchPart(address, root) {
    for (let tries = 1; ; tries += 1) {
      const answer = await fetch(address).catch(() => undefined);
      if (answer?.ok) {
        return answer;
      }
      if (tries === TRIES || answer?.status === 409) {
        throw new Error(`the recording stopped with ${answer?.status}`);
      }
      this.say(root, 'play.stalled');
      await later(TRY_AGAIN);
    }
  }

  /** What could not be fetched is fetched again at the next press; nothing has counted. */
  failed(item, root, player) {
    if (root.dataset.running === 'true' && root.dataset.begun !== 'true') {
      this.say(root, 'play.failed');
      if (root.dataset.medium) {
        player.load();
      }
      this.over(item, root, true);
    }
  }

  over(item, root, failed = false) {
    root.dataset.running = 'false';
    this.drawOne(root, this.answers.page.stateOf(item), failed);
  }

  say(root, key, ...args) {
    root.querySelector('.play-said').textContent = this.answers.say(key, ...args);
  }

  /** @param {import('../../types/room.d.ts').Question} question */
  draw(sheet, question) {
    all('.playing', sheet).forEach((root) => this.drawOne(root, question));
  }

  /** @param {import('../../types/room.d.ts').Question} question */
  drawOne(root, question, failed = false) {
    const left = this.left(question, root);
    const running = root.dataset.running === 'true';
    root.querySelector('[data-play]').disabled = running || question.seal !== 'none' || (left === 0 && !this.fetched.has(root));
    if (running && root.dataset.begun === 'true') {
      this.say(root, 'play.running');
    } else if (!running && !failed) {
      root.querySelector('.play-said').textContent =
        left === undefined ? '' : left ? this.answers.say('play.left', left) : this.answers.say('play.none');
    }
  }
}

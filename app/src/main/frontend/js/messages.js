// What the invigilator has said: shown until it is read, and kept to be read again.
import { one } from './dom.js';
import { put } from './words.js';

export class Messages {
  /**
   * @param {import('./words.js').Words} words
   * @param {(message: string) => void} read confirms that one was read
   */
  constructor(words, read) {
    this.words = words;
    this.drawn = '';
    /** @type {string | undefined} */
    this.shown = undefined;
    one('#message-read').addEventListener('click', () => this.shown && read(this.shown));
  }

  /** @param {import('../types/room.d.ts').Room} room */
  draw({ messages }) {
    const key = messages.map(({ id, read }) => `${id} ${read}`).join(' ');
    if (key === this.drawn) {
      return;
    }
    this.drawn = key;
    const next = messages.find(({ read }) => !read);
    this.shown = next?.id;
    one('#message').hidden = !next;
    put(one('#message-from'), next ? this.words.say('message.from', this.words.minute(next.sentAt)) : '');
    put(one('#message-words'), next?.words ?? '');
    one('#messages-open').hidden = messages.length === 0;
    put(one('#messages-count'), String(messages.length));
    one('#messages-list').replaceChildren(
      ...messages.map(({ sentAt, words }) => {
        const item = document.createElement('li');
        const time = Object.assign(document.createElement('span'), { className: 'mono', textContent: this.words.minute(sentAt) });
        item.append(time, ' ', words);
        return item;
      }),
    );
  }
}

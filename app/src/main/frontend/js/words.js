// Words for people come from the server's message bundle; spans and times are written here as the room writes them.
import { IntlMessageFormat } from 'intl-messageformat';

export class Words {
  /**
   * @param {Record<string, string>} words
   * @param {string} zone of the place, as IANA names it
   * @param {string} locale
   */
  constructor(words, zone, locale) {
    this.words = words;
    this.locale = locale;
    /** @type {Map<string, IntlMessageFormat>} */
    this.formats = new Map();
    this.wall = new Intl.DateTimeFormat(locale, {
      timeZone: zone,
      hour: '2-digit',
      minute: '2-digit',
      second: '2-digit',
      hourCycle: 'h23',
    });
  }

  /**
   * Returns the words for `key`, by ICU MessageFormat, as the server says them.
   *
   * @param {string} key
   * @param {...(string | number)} args
   */
  say(key, ...args) {
    const pattern = this.words[key];
    if (pattern === undefined || args.length === 0) {
      return pattern ?? key;
    }
    let format = this.formats.get(key);
    if (!format) {
      format = new IntlMessageFormat(pattern, this.locale, undefined, { ignoreTag: true });
      this.formats.set(key, format);
    }
    const values = /** @type {any} */ (Object.fromEntries(args.map((arg, i) => [i, arg ?? ''])));
    return String(format.format(values));
  }

  /** @param {number} millis */
  time(millis) {
    return this.wall.format(millis);
  }

  /**
   * The time without its seconds.
   *
   * @param {number} millis
   */
  minute(millis) {
    return this.wall.format(millis).slice(0, 5);
  }
}

/**
 * A span that is left or spent: minutes and seconds, with hours where there are any.
 *
 * @param {number} millis
 */
export function span(millis, roundUp = false) {
  const seconds = roundUp ? Math.ceil(millis / 1000) : Math.floor(millis / 1000);
  const two = (/** @type {number} */ n) => String(n).padStart(2, '0');
  const minutes = Math.floor(seconds / 60);
  return minutes >= 60
    ? `${Math.floor(minutes / 60)}:${two(minutes % 60)}:${two(seconds % 60)}`
    : `${minutes}:${two(seconds % 60)}`;
}

/**
 * Writes a text where it is not there yet; the same text again would cost a layout.
 *
 * @param {Element | null | undefined} element
 * @param {string} text
 */
export function put(element, text) {
  if (element && element.textContent !== text) {
    element.textContent = text;
  }
}

// Words for people come from the server's message bundle; spans and times are written here as the room writes them.
export class Words {
  constructor(words, zone, locale) {
    this.words = words;
    this.wall = new Intl.DateTimeFormat(locale, {
      timeZone: zone,
      hour: '2-digit',
      minute: '2-digit',
      second: '2-digit',
      hourCycle: 'h23',
    });
  }

  /** Returns the words for `key`; a number as first argument chooses between `key.one` and `key`. */
  say(key, ...args) {
    const chosen = args[0] === 1 && `${key}.one` in this.words ? `${key}.one` : key;
    return (this.words[chosen] ?? key).replaceAll("''", "'").replace(/\{(\d)\}/g, (_, n) => args[Number(n)] ?? '');
  }

  time(millis) {
    return this.wall.format(millis);
  }

  /** The time without its seconds, rounded up where `millis` is a deadline that must not seem earlier than it is. */
  minute(millis) {
    return this.wall.format(millis).slice(0, 5);
  }
}

/** A span that is left or spent: minutes and seconds, with hours where there are any. */
export function span(millis, roundUp = false) {
  const seconds = roundUp ? Math.ceil(millis / 1000) : Math.floor(millis / 1000);
  const two = (n) => String(n).padStart(2, '0');
  const minutes = Math.floor(seconds / 60);
  return minutes >= 60
    ? `${Math.floor(minutes / 60)}:${two(minutes % 60)}:${two(seconds % 60)}`
    : `${minutes}:${two(seconds % 60)}`;
}

/** Writes a text where it is not there yet; the same text again would cost a layout. */
export function put(element, text) {
  if (element && element.textContent !== text) {
    element.textContent = text;
  }
}

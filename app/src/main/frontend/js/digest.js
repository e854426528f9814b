// What announces an entry that waits to be sent: the first half of the SHA-256 of its canonical text, in hexadecimal
// digits. The browser's own SHA-256 exists in secure contexts only, and a hall's network may be plain HTTP.
import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';

const LENGTH = 32;

/**
 * @param {import('../types/entries.d.ts').Desk} desk the rulebook's module
 * @param {import('../types/entries.d.ts').Entry} entry
 */
export function digest(desk, entry) {
  return hash(desk.made(entry)).slice(0, LENGTH);
}

/**
 * Returns the SHA-256 of a text in UTF-8, in hexadecimal digits.
 *
 * @param {string} text
 */
export function hash(text) {
  return bytesToHex(sha256(utf8ToBytes(text)));
}

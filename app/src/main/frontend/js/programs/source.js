// A program as a response holds it: the name of its language, a line break, and the text. The rulebook's Source is the same.

/**
 * @param {string} response
 * @returns {{ language: string, text: string }}
 */
export function read(response) {
  const end = response.indexOf('\n');
  return { language: response.slice(0, end), text: response.slice(end + 1) };
}

/** @param {{ language: string, text: string }} program */
export function written({ language, text }) {
  return `${language}\n${text}`;
}

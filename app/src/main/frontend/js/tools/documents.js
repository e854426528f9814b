// What an exhibit shows. A PDF is drawn by a library that is fetched with the first such document.
import { textNodes } from '../marks.js';
import { fetchGiven } from '../server.js';
import { make } from './panels.js';

/**
 * Fetches an exhibit and shows it in `body`.
 *
 * @param {import('./toolbench.js').Toolbench} bench
 * @param {{ id: string, kind: string, title: string }} exhibit
 * @param {HTMLElement} body
 * @param {(page: HTMLElement) => void} drawn hears of each page of a PDF that has been drawn
 */
export async function openDocument(bench, exhibit, body, drawn) {
  const address = `/sittings/${bench.sitting.data.sitting}/exhibits/${encodeURIComponent(exhibit.id)}`;
  if (exhibit.kind === 'image') {
    await fetchGiven(address, bench.sitting);
    return PictureDocument.open(address, body, exhibit.title);
  }
  const pdf = exhibit.kind === 'pdf' ? bench.door.pdf() : undefined;
  const response = await fetchGiven(address, bench.sitting);
  if (!response.ok) {
    throw new Error(String(response.status));
  }
  const text = `${document.body.dataset.textLanguage}/exhibit/${exhibit.id}`;
  switch (exhibit.kind) {
    case 'pdf': {
      const { PdfDocument } = await pdf.library;
      return PdfDocument.open(await response.arrayBuffer(), body, {
        text,
        worker: pdf.worker,
        drawn,
      });
    }
    default:
      return new HtmlDocument(body, await response.text(), exhibit.kind, text);
  }
}

/** Text, tables and drawings. */
class HtmlDocument {
  constructor(body, html, kind, text) {
    this.pages = 1;
    this.body = body;
    this.kind = kind;
    this.element = make('div', { class: kind === 'chart' ? 'exhibit-chart' : 'exhibit-text q', 'data-text': text });
    this.element.innerHTML = html;
    body.replaceChildren(this.element);
  }

  fitted() {
    return 1;
  }

  setScale(scale) {
    if (this.kind === 'chart') {
      this.element.style.width = `${scale * 100}%`;
    } else {
      this.element.style.fontSize = `${scale * 0.9375}rem`;
    }
  }

  scrollTo() {}

  texts() {
    return Promise.resolve([
      textNodes(this.element)
        .map((node) => node.data)
        .join(''),
    ]);
  }

  textElement() {
    return this.element;
  }
}

/** A picture. */
class PictureDocument {
  static async open(address, body, title) {
    const picture = make('img', { src: address, alt: title });
    await picture.decode();
    return new PictureDocument(body, picture);
  }

  constructor(body, picture) {
    this.pages = 1;
    this.kind = 'picture';
    this.body = body;
    this.picture = picture;
    body.replaceChildren(picture);
  }

  fitted() {
    return (this.body.clientWidth - 16) / this.picture.naturalWidth;
  }

  setScale(scale) {
    this.picture.width = this.picture.naturalWidth * scale;
  }

  scrollTo() {}
}

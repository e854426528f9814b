// Documents in pages, drawn by the PDF library, each page when it comes into view. Letters are drawn as outlines: if the
// fonts of a document were added to the page, the browser would lay out every question again.
import { getDocument, PDFWorker, TextLayer } from 'pdfjs-dist';

const DENSITY = Math.min(2, window.devicePixelRatio || 1);
const CSS_POINT = 96 / 72;

/** One worker for all documents; it outlives each of them. */
let shared;

export class PdfDocument {
  static async open(bytes, body, { text, worker, drawn }) {
    shared ??= PDFWorker.create({ port: worker });
    const pdf = await getDocument({
      data: bytes,
      worker: shared,
      disableFontFace: true,
      useWasm: false,
      useWorkerFetch: false,
      isOffscreenCanvasSupported: false,
    }).promise;
    const first = await pdf.getPage(1);
    return new PdfDocument(pdf, body, text, drawn, first.getViewport({ scale: CSS_POINT }));
  }

  constructor(pdf, body, text, drawn, size) {
    this.pdf = pdf;
    /** The texts of all pages, once they are asked for. */
    this.allTexts = undefined;
    this.body = body;
    this.text = text;
    this.drawn = drawn;
    this.size = size;
    this.pages = pdf.numPages;
    this.sheets = Array.from({ length: pdf.numPages }, (_, i) => {
      const sheet = window.document.createElement('div');
      sheet.className = 'pdf-page';
      sheet.dataset.page = String(i + 1);
      return sheet;
    });
    body.replaceChildren(...this.sheets);
    this.eye = new IntersectionObserver(
      (seen) =>
        seen.forEach(({ target, isIntersecting }) => {
          if (isIntersecting) {
            this.render(target);
          }
        }),
      { root: body, rootMargin: '200px' },
    );
  }

  /** Returns the contents list; empty where the document has none. */
  contents() {
    return outline(this.pdf);
  }

  fitted() {
    return Math.max(0.1, (this.body.clientWidth - 16) / this.size.width);
  }

  setScale(scale) {
    if (this.scale === scale) {
      return;
    }
    this.scale = scale;
    this.eye.disconnect();
    this.sheets.forEach((sheet) => {
      sheet.replaceChildren();
      delete sheet.dataset.drawn;
      sheet.style.width = `${this.size.width * scale}px`;
      sheet.style.height = `${this.size.height * scale}px`;
      this.eye.observe(sheet);
    });
  }

  scrollTo(page) {
    const sheet = this.sheets[page - 1];
    this.body.scrollTop = sheet.offsetTop - 4;
  }

  pageInView() {
    const middle = this.body.scrollTop + this.body.clientHeight / 3;
    const below = this.sheets.findIndex((sheet) => sheet.offsetTop + sheet.offsetHeight > middle);
    return below < 0 ? this.pages : below + 1;
  }

  async render(sheet) {
    const { scale } = this;
    if (sheet.dataset.drawn === String(scale)) {
      return;
    }
    sheet.dataset.drawn = String(scale);
    const page = await this.pdf.getPage(Number(sheet.dataset.page));
    const viewport = page.getViewport({ scale: scale * CSS_POINT });
    const canvas = window.document.createElement('canvas');
    canvas.width = Math.floor(viewport.width * DENSITY);
    canvas.height = Math.floor(viewport.height * DENSITY);
    await page.render({ canvas, viewport, transform: [DENSITY, 0, 0, DENSITY, 0, 0] }).promise;
    if (this.scale !== scale) {
      return;
    }
    const layer = window.document.createElement('div');
    layer.className = 'text-layer';
    layer.dataset.text = `${this.text}/${sheet.dataset.page}`;
    layer.style.setProperty('--total-scale-factor', String(scale * CSS_POINT));
    sheet.replaceChildren(canvas, layer);
    await new TextLayer({ textContentSource: page.streamTextContent(), container: layer, viewport }).render();
    this.drawn(sheet);
  }

  /** Returns the text of every page, as its text layer has it. */
  texts() {
    this.allTexts ??= Promise.all(
      this.sheets.map(async (_, i) => {
        const page = await this.pdf.getPage(i + 1);
        const { items } = await page.getTextContent();
        return items.map((item) => item.str ?? '').join('');
      }),
    );
    return this.allTexts;
  }

  textElement(page) {
    return this.sheets[page - 1].querySelector('.text-layer');
  }

  close() {
    this.eye.disconnect();
    this.pdf.loadingTask.destroy();
  }
}

async function outline(pdf) {
  const entries = await pdf.getOutline();
  const resolve = async ({ title, dest, items }) => {
    const place = typeof dest === 'string' ? await pdf.getDestination(dest) : dest;
    const page = place ? (await pdf.getPageIndex(place[0])) + 1 : 1;
    return { title, page, items: await Promise.all(items.map(resolve)) };
  };
  return entries ? Promise.all(entries.map(resolve)) : [];
}

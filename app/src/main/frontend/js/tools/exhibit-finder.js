// Finding words in an exhibit.
import { rangeOf, textNodes } from '../marks.js';

export class ExhibitFinder {
  /**
   * @param {import('./exhibits.js').ExhibitTool} exhibit
   * @param {HTMLInputElement} box what is looked for
   * @param {HTMLElement} said says how often it was found
   */
  constructor(exhibit, box, said) {
    this.exhibit = exhibit;
    this.box = box;
    this.said = said;
    this.found = [];
    this.at = -1;
    /** What was gone to and has not come into view yet. */
    this.sought = undefined;
  }

  /** Finds what is asked for; a document that comes back into view stays at its page. */
  async search(going = true) {
    const wanted = this.box.value.trim().toLocaleLowerCase();
    const search = (this.searching = {});
    const texts = wanted && this.exhibit.document?.texts ? await this.exhibit.document.texts() : [];
    if (this.searching !== search) {
      return;
    }
    this.found = texts.flatMap((text, index) =>
      places(text.toLocaleLowerCase(), wanted).map((start) => ({ page: index + 1, start, end: start + wanted.length })),
    );
    this.at = -1;
    this.said.textContent = wanted
      ? this.found.length
        ? this.exhibit.say('found', 0, this.found.length)
        : this.exhibit.say('found.none')
      : '';
    this.paint();
    if (going && this.found.length) {
      this.toFound(1);
    }
  }

  toFound(by) {
    if (this.found.length) {
      this.at = (this.at + by + this.found.length) % this.found.length;
      const { page } = this.found[this.at];
      this.said.textContent = this.exhibit.say('found', this.at + 1, this.found.length);
      if (page !== this.exhibit.page) {
        this.exhibit.goTo(page);
      }
      this.sought = this.found[this.at];
      this.paint();
    }
  }

  /** Forgets what was gone to where the candidate goes elsewhere. */
  leave(page) {
    if (this.sought && Math.abs(page - this.sought.page) > 1) {
      this.sought = undefined;
    }
  }

  /** Marks what was found; what was gone to comes into view, once, as soon as its page is drawn. */
  paint() {
    const all = new Highlight();
    const here = new Highlight();
    this.found.forEach((place, i) => {
      const element = this.exhibit.document.textElement(place.page);
      const range = element && rangeOf(textNodes(element), place.start, place.end);
      if (range) {
        (i === this.at ? here : all).add(range);
        if (place === this.sought) {
          this.sought = undefined;
          reveal(this.exhibit.body, range);
        }
      }
    });
    CSS.highlights.set(`found-${this.exhibit.panel.name}`, all);
    CSS.highlights.set(`found-here-${this.exhibit.panel.name}`, here);
  }
}

function places(text, wanted) {
  const all = [];
  for (let at = text.indexOf(wanted); at >= 0; at = text.indexOf(wanted, at + wanted.length)) {
    all.push(at);
  }
  return all;
}

/** Scrolls no more than is needed to bring a place into view. */
function reveal(body, range) {
  const place = range.getBoundingClientRect();
  const view = body.getBoundingClientRect();
  if (place.top < view.top || place.bottom > view.bottom) {
    body.scrollTop += place.top - view.top - view.height / 3;
  }
  if (place.left < view.left || place.right > view.right) {
    body.scrollLeft += place.left - view.left - view.width / 3;
  }
}

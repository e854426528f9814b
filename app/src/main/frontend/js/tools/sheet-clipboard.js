// Copying, cutting and pasting of cells: as text to and from elsewhere, with their formulas within the worksheet.
import { nameOf } from './cell-names.js';

export class SheetClipboard {
  /** @param {import('./worksheet.js').WorksheetTool} worksheet */
  constructor(worksheet) {
    this.worksheet = worksheet;
    /** The block that was copied last, and its text. */
    this.copied = undefined;
  }

  /**
   * @param {ClipboardEvent} event
   * @param {string} kind `copy`, `cut` or `paste`
   */
  take(event, kind) {
    event.preventDefault();
    const [left, top, right, bottom] = this.worksheet.block();
    if (kind === 'paste') {
      this.paste(event.clipboardData.getData('text/plain'));
      return;
    }
    const rows = [];
    for (let row = top; row <= bottom; row++) {
      rows.push(Array.from({ length: right - left + 1 }, (_, i) => this.worksheet.grid.textAt(left + i, row)).join('\t'));
    }
    const text = rows.join('\n');
    event.clipboardData.setData('text/plain', text);
    this.copied = { text, first: nameOf([left, top]), last: nameOf([right, bottom]), cut: kind === 'cut' };
  }

  /** A block of this sheet comes with its formulas, and is moved if it was cut; anything else comes as it is read. */
  paste(text) {
    const at = nameOf(this.worksheet.at);
    if (this.copied?.text === text) {
      const { first, last, cut } = this.copied;
      this.worksheet.write(
        JSON.parse(cut ? this.worksheet.sheet.moved(first, last, at) : this.worksheet.sheet.copied(first, last, at)),
      );
      this.copied = cut ? undefined : this.copied;
      return;
    }
    const { cells, leftOut } = JSON.parse(this.worksheet.sheet.pasted(text, at));
    this.worksheet.write(cells);
    if (leftOut) {
      this.worksheet.bench.page.slip(this.worksheet.say('left-out', leftOut));
    }
  }
}

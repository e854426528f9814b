// Boxes for numbers and words, texts of sentences, tables to fill, the booklet: what is typed is kept at every pause.
import { downward } from '../arrows.js';
import { all, one } from '../dom.js';

export class Boxes {
  /** @param {import('./answers.js').Answers} answers */
  constructor(answers) {
    this.answers = answers;
  }

  bind(sheet, item) {
    all('.answer-box', sheet).forEach((box) => this.bindBox(item, box));
    all('.essay', sheet).forEach((essay) => this.bindEssay(item, essay));
    all('.fields', sheet).forEach((table) => this.bindTable(item, table));
    all('.booklet', sheet).forEach((button) =>
      button.addEventListener('click', () => {
        const { response } = button.dataset;
        this.answers.answer(item, response, this.answers.given(item, response).length ? [] : ['true']);
      }),
    );
  }

  bindBox(item, box) {
    box.insertAdjacentHTML('afterend', '<span class="understood"></span>');
    box.ariaLabel ||= this.answers.say(box.dataset.kind);
    const { response } = box.dataset;
    box.addEventListener('input', () => {
      this.answers.typed(
        item,
        response,
        () => (box.value === '' ? [] : [box.value]),
        (before) => this.fill(item, box, before[0] ?? ''),
      );
      this.understand(item, box);
    });
    box.addEventListener('focus', () => {
      this.last = box;
    });
    box.addEventListener('blur', () => this.answers.page.flush());
  }

  /** Returns the box that a number of a tool goes into: the one typed in last, or else the first of the question. */
  numberBox(sheet) {
    const boxes = all('.answer-box[data-kind=number], .cell-box[data-kind=number]', sheet);
    const box = boxes.includes(this.last) ? this.last : boxes[0];
    return box?.readOnly ? undefined : box;
  }

  bindEssay(item, essay) {
    const field = one('textarea', essay, HTMLTextAreaElement);
    const { response } = essay.dataset;
    field.addEventListener('input', () => {
      this.answers.typed(
        item,
        response,
        () => (field.value === '' ? [] : [field.value]),
        (before) => {
          field.value = before[0] ?? '';
        },
      );
      this.count(essay);
    });
    field.addEventListener('blur', () => this.answers.page.flush());
    all('[data-around]', essay).forEach((button) =>
      button.addEventListener('click', () => {
        const { around } = button.dataset;
        const [start, end] = [field.selectionStart, field.selectionEnd];
        field.setRangeText(`${around}${field.value.slice(start, end)}${around.trim() === '-' ? '' : around}`, start, end, 'end');
        field.dispatchEvent(new Event('input'));
        field.focus();
      }),
    );
  }

  count(essay) {
    const field = one('textarea', essay, HTMLTextAreaElement);
    const { least, most } = essay.dataset;
    const words = this.answers.sitting.module.words(field.value);
    const said = Number(most) > 0 ? this.answers.say('words.of', words, least, most) : this.answers.say('words', words);
    const left = field.maxLength - field.value.length;
    essay.querySelector('.counted').textContent = left < 200 ? `${said} · ${this.answers.say('left', left)}` : said;
    essay.querySelector('.counted').classList.toggle('costly', Number(most) > 0 && words > Number(most));
    this.drawSetting(essay, field.value);
  }

  /** Shows a text as its signs set it. */
  drawSetting(essay, text) {
    const shown = essay.querySelector('.as-set');
    if (!shown) {
      return;
    }
    let list;
    shown.replaceChildren();
    for (const [point, runs] of JSON.parse(this.answers.sitting.module.setting(text))) {
      list = point ? (list ?? shown.appendChild(document.createElement('ul'))) : undefined;
      const line = (list ?? shown).appendChild(document.createElement(point ? 'li' : 'p'));
      line.append(
        ...runs.map(([style, letters]) =>
          style === 'plain'
            ? letters
            : Object.assign(document.createElement(style === 'strong' ? 'strong' : 'em'), { textContent: letters }),
        ),
      );
    }
    shown.parentElement.hidden = text === '';
  }

  bindTable(item, table) {
    const { response } = table.dataset;
    const boxes = all('.cell-box', table, HTMLInputElement);
    const values = () => boxes.filter((box) => box.value.trim() !== '').map((box) => `${box.dataset.cell} ${box.value}`);
    boxes.forEach((box) => {
      box.addEventListener('input', () => this.answers.typed(item, response, values, (before) => this.fillTable(table, before)));
      box.addEventListener('focus', () => {
        this.last = box;
      });
      box.addEventListener('blur', () => this.answers.page.flush());
      box.addEventListener('keydown', (event) => this.tableKey(event, table, box));
    });
  }

  /** Up and down go through a column; Enter goes down. */
  tableKey(event, table, box) {
    const by = event.key === 'Enter' ? 1 : downward(event);
    if (by) {
      event.preventDefault();
      const { cellIndex, parentElement } = box.closest('td');
      const rows = [...table.rows];
      for (let row = rows.indexOf(parentElement) + by; rows[row]; row += by) {
        const other = rows[row].cells[cellIndex]?.querySelector('.cell-box');
        if (other) {
          other.focus();
          return;
        }
      }
    }
  }

  /** @param {import('../../types/room.d.ts').Question} question */
  draw(sheet, question) {
    const sealed = question.seal !== 'none';
    for (const box of all('.answer-box', sheet, HTMLInputElement)) {
      if (!this.answers.isTyping(question.id, box.dataset.response)) {
        this.fill(question.id, box, question.responses[box.dataset.response]?.[0] ?? '');
      }
      box.readOnly = sealed;
    }
    for (const essay of all('.essay', sheet)) {
      const field = one('textarea', essay, HTMLTextAreaElement);
      const text = question.responses[essay.dataset.response]?.[0] ?? '';
      if (!this.answers.isTyping(question.id, essay.dataset.response) && field.value !== text) {
        field.value = text;
      }
      field.readOnly = sealed;
      this.count(essay);
    }
    for (const table of all('.fields', sheet)) {
      if (!this.answers.isTyping(question.id, table.dataset.response)) {
        this.fillTable(table, question.responses[table.dataset.response] ?? []);
      }
      all('.cell-box', table, HTMLInputElement).forEach((box) => {
        box.readOnly = sealed;
      });
      this.drawSums(table, question.id);
    }
    for (const button of all('.booklet', sheet, HTMLButtonElement)) {
      button.setAttribute('aria-pressed', String(Boolean(question.responses[button.dataset.response])));
      button.disabled = sealed;
    }
  }

  fill(item, box, text) {
    if (box.value !== text) {
      box.value = text;
    }
    this.understand(item, box);
  }

  fillTable(table, values) {
    const texts = new Map(values.map((value) => [value.slice(0, value.indexOf(' ')), value.slice(value.indexOf(' ') + 1)]));
    all('.cell-box', table, HTMLInputElement).forEach((box) => {
      const text = texts.get(box.dataset.cell) ?? '';
      if (box.value !== text) {
        box.value = text;
      }
    });
  }

  drawSums(table, item) {
    const outputs = all('output[data-sum]', table);
    if (outputs.length) {
      const sums = JSON.parse(this.answers.sitting.desk.sums(item, table.dataset.response));
      outputs.forEach((output) => {
        output.textContent = sums[output.dataset.sum];
      });
    }
  }

  /** Says beside a box what was read out of it, and how many characters are left where few are. */
  understand(item, box) {
    const note = box.nextElementSibling;
    const typed = box.value.trim();
    const read = typed && this.answers.sitting.desk.understood(item, box.dataset.response, '', box.value);
    const left = box.maxLength - box.value.length;
    if (box.dataset.kind === 'words') {
      note.textContent = typed && left <= 10 ? this.answers.say('left', left) : '';
    } else {
      note.textContent = !typed ? '' : read ? this.answers.words.say('number.reads', read) : this.answers.say('number.none');
    }
  }
}

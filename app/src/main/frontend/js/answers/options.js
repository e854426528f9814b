// Options in a list, words of a text, options in a gap: what is pressed is chosen, and pressed again it is not.
import { downward } from '../arrows.js';
import { all } from '../dom.js';
import { isSelecting } from '../marks.js';

export class Options {
  /** @param {import('./answers.js').Answers} answers */
  constructor(answers) {
    this.answers = answers;
  }

  bind(sheet, item) {
    all('.o, .hottext', sheet).forEach((option) => {
      option.addEventListener('click', () => isSelecting(option) || this.choose(item, option));
      option.addEventListener('keydown', (event) => this.key(event, item, option));
    });
    all('.o', sheet).forEach((option) =>
      option.addEventListener('contextmenu', (event) => {
        event.preventDefault();
        this.strike(item, option);
      }),
    );
    all('.strike', sheet).forEach((button) =>
      button.addEventListener('click', () => this.strike(item, button.previousElementSibling)),
    );
    all('.answer-gap', sheet, HTMLSelectElement).forEach((gap) => this.bindGap(item, gap));
  }

  /** A gap offers its options in the candidate's own order, each with the letter that the ledger shows. */
  bindGap(item, gap) {
    const { response } = gap.dataset;
    gap.ariaLabel ||= this.answers.say('gap');
    gap.options[0].text = this.answers.say('gap.open');
    const byValue = new Map([...gap.options].map((option) => [option.value, option]));
    for (const [choice, letter] of JSON.parse(this.answers.sitting.desk.options(item, response))) {
      const option = byValue.get(choice);
      option.text = `${letter}: ${option.text}`;
      gap.append(option);
    }
    gap.addEventListener('change', () => {
      if (!this.answers.answer(item, response, gap.value ? [gap.value] : [])) {
        gap.value = this.answers.given(item, response)[0] ?? '';
      }
    });
  }

  key(event, item, option) {
    if (event.key === ' ' || event.key === 'Enter') {
      event.preventDefault();
      this.choose(item, option);
    } else if (downward(event)) {
      event.preventDefault();
      const options = [...option.closest('.opts, .hottexts').querySelectorAll('.o, .hottext')];
      options[options.indexOf(option) + downward(event)]?.focus();
    }
  }

  choose(item, option) {
    this.answers.press(item, option.dataset.response, option.dataset.choice);
  }

  strike(item, option) {
    const { response, choice } = option.dataset;
    const out = this.answers.page.stateOf(item)?.struck[response]?.includes(choice);
    this.answers.page.act(out ? 'brought-back' : 'struck-out', { item, response, choice });
  }

  /** @param {import('../../types/room.d.ts').Question} question */
  draw(sheet, question) {
    for (const option of all('.o, .hottext', sheet)) {
      const { response, choice } = option.dataset;
      option.setAttribute('aria-checked', String(Boolean(question.responses[response]?.includes(choice))));
      if (option.matches('.o')) {
        const out = Boolean(question.struck[response]?.includes(choice));
        option.parentElement.classList.toggle('out', out);
        option.nextElementSibling.textContent = this.answers.words.say(out ? 'bring-back' : 'strike-out');
      }
    }
    for (const gap of all('.answer-gap', sheet, HTMLSelectElement)) {
      gap.value = question.responses[gap.dataset.response]?.[0] ?? '';
      gap.disabled = question.seal !== 'none';
    }
    for (const said of all('[data-expected]', sheet)) {
      const chosen = question.responses[said.dataset.expected]?.length ?? 0;
      said.textContent = this.answers.say('expected', chosen, said.dataset.number);
    }
  }
}

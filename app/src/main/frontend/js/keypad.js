// The on-screen keypad: types into the field that was used last, as fingers on glass do.
import { all, hit } from './dom.js';

export function bindKeypads() {
  all('.keypad').forEach((keypad) => {
    const fields = all('[data-typed]', document, HTMLInputElement);
    let field = fields[0];
    fields.forEach((other) =>
      other.addEventListener('focus', () => {
        field = other;
      }),
    );
    keypad.addEventListener('click', (event) => {
      const key = hit(event, '[data-key]')?.dataset.key;
      if (key === undefined) {
        return;
      }
      if (key === 'clear') {
        field.value = '';
      } else if (key === 'back') {
        field.value = field.value.slice(0, -1);
      } else if (field.value.length < field.maxLength) {
        field.value += key;
      }
      field.dispatchEvent(new Event('input', { bubbles: true }));
    });
    // A press must not take the caret out of the field, or the next press would not know where to type.
    keypad.addEventListener('pointerdown', (event) => event.preventDefault());
  });
}

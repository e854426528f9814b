// The on-screen keypad: types into the field that was used last, as fingers on glass do.
export function bindKeypads() {
  document.querySelectorAll('.keypad').forEach((keypad) => {
    const fields = [...document.querySelectorAll('[data-typed]')];
    let field = fields[0];
    fields.forEach((one) =>
      one.addEventListener('focus', () => {
        field = one;
      }),
    );
    keypad.addEventListener('click', (event) => {
      const key = event.target.closest('[data-key]')?.dataset.key;
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

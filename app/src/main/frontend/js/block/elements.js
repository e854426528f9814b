/** Returns the elements that `selector` finds, in the order of the page, by what their `data-` attribute says. */
export function byData(selector, name) {
  return new Map([...document.querySelectorAll(selector)].map((element) => [element.dataset[name], element]));
}

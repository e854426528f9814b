// Draws SVG.
const SVG = 'http://www.w3.org/2000/svg';

/**
 * @template {keyof SVGElementTagNameMap} K
 * @param {K} name
 * @param {Record<string, string | number>} [attributes]
 * @param {Element} [parent] where it is put
 * @returns {SVGElementTagNameMap[K]}
 */
export function svg(name, attributes = {}, parent = undefined) {
  const element = document.createElementNS(SVG, name);
  Object.entries(attributes).forEach(([key, value]) => element.setAttribute(key, String(value)));
  parent?.append(element);
  return element;
}

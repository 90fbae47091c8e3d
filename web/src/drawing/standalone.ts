const SHOWN = [
  'fill',
  'stroke',
  'stroke-width',
  'stroke-dasharray',
  'stroke-linecap',
  'stroke-linejoin',
  'opacity',
  'fill-opacity',
  'font-family',
  'font-size',
  'font-weight',
  'text-anchor',
  'dominant-baseline',
];
const OF_THE_PAGE = ['class', 'style', 'role', 'tabindex', 'aria-pressed', 'aria-label', 'aria-hidden'];

/** A drawing of the page as an SVG file of its own: every colour, line and letter as it is shown, nothing of the page needed. */
export function standalone(drawing: SVGSVGElement): string {
  const alone = drawing.cloneNode(true) as SVGSVGElement;
  const shown = [drawing, ...drawing.querySelectorAll<SVGElement>('*')];
  const copies = [alone, ...alone.querySelectorAll<SVGElement>('*')];
  shown.forEach((one, place) => {
    const copy = copies[place];
    if (!copy) return;
    const style = getComputedStyle(one);
    for (const name of OF_THE_PAGE) copy.removeAttribute(name);
    for (const { name } of [...copy.attributes]) if (name.startsWith('data-')) copy.removeAttribute(name);
    for (const name of SHOWN) {
      const value = style.getPropertyValue(name);
      if (value) copy.setAttribute(name, value);
    }
  });
  const { width, height } = drawing.getBoundingClientRect();
  const box = drawing.viewBox.baseVal;
  alone.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  alone.setAttribute('width', String(Math.round(width)));
  alone.setAttribute('height', String(Math.round(height)));
  const ground = document.createElementNS('http://www.w3.org/2000/svg', 'rect');
  for (const [name, value] of Object.entries({
    x: box?.x ?? 0,
    y: box?.y ?? 0,
    width: box?.width || width,
    height: box?.height || height,
  }))
    ground.setAttribute(name, String(value));
  ground.setAttribute('fill', getComputedStyle(document.body).backgroundColor);
  alone.prepend(ground);
  const title = document.createElementNS('http://www.w3.org/2000/svg', 'title');
  title.textContent = drawing.getAttribute('aria-label') ?? '';
  alone.prepend(title);
  return `<?xml version="1.0" encoding="UTF-8"?>\n${new XMLSerializer().serializeToString(alone)}\n`;
}

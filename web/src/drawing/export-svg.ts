import { xmlSafe } from '#core/formats/strip-svg';

/**
 * Turns a drawing on the page into a file of its own that any program can draw: well-formed, real millimetres, the colours of
 * the light page whatever the page shows, no variables, no names but plain ones, nothing outside needed.
 */
export function svgFile(svg: SVGSVGElement, title: string): string {
  const copy = svg.cloneNode(true) as SVGSVGElement;
  const valueOf = lightValues(copy);
  const plain = plainIds(copy);
  const { width, height } = svg.viewBox.baseVal;
  copy.setAttribute('width', `${((width * 25.4) / 96).toFixed(3)}mm`);
  copy.setAttribute('height', `${((height * 25.4) / 96).toFixed(3)}mm`);
  copy.removeAttribute('class');
  copy.removeAttribute('style');
  const name = document.createElementNS('http://www.w3.org/2000/svg', 'title');
  name.textContent = title;
  copy.prepend(name);
  for (const element of [copy, ...copy.querySelectorAll('*')]) {
    for (const attribute of [...element.attributes])
      attribute.value = xmlSafe(plain(attribute.value.replace(VARIABLE, (_, key: string) => valueOf(key))));
    if (element.childElementCount === 0 && element.textContent) element.textContent = xmlSafe(element.textContent);
    /* Few programs know the middle of a line of letters; a third of their height down is the same place. */
    if (element.getAttribute('dominant-baseline') === 'central') {
      element.removeAttribute('dominant-baseline');
      element.setAttribute('dy', '0.35em');
    }
  }
  /* The serializer writes the one name space there is; set by hand it would stand there twice. */
  return `<?xml version="1.0" encoding="UTF-8"?>\n${new XMLSerializer().serializeToString(copy)}\n`;
}

const VARIABLE = /var\((--[\w-]+)\)/g;

/** What the variables a drawing names are on the light page; the page is turned to it once, between two pictures. */
function lightValues(svg: SVGElement): (key: string) => string {
  const root = document.documentElement;
  const shown = root.getAttribute('data-theme');
  root.setAttribute('data-theme', 'light');
  const style = getComputedStyle(root);
  const keys = new Set([...svg.outerHTML.matchAll(VARIABLE)].map((m) => m[1] as string));
  const values = new Map([...keys].map((key) => [key, style.getPropertyValue(key).trim().replace(/"/g, "'")]));
  if (shown === null) root.removeAttribute('data-theme');
  else root.setAttribute('data-theme', shown);
  return (key) => values.get(key) || 'black';
}

/** Gives everything that has an id a plain one; the answer puts a text's references right. */
function plainIds(root: SVGElement): (text: string) => string {
  const names = new Map([...root.querySelectorAll('[id]')].map((e, i) => [e.id, `p${i + 1}`]));
  return (text) => {
    const own = names.get(text);
    return own ?? text.replace(/url\(["']?#(.+?)["']?\)/g, (whole, id: string) => (names.has(id) ? `url(#${names.get(id)})` : whole));
  };
}

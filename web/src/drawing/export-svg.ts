/** Turns a drawing on the page into a file of its own: colours resolved, scale in real millimetres, nothing outside needed. */
export function svgFile(svg: SVGSVGElement, title: string): string {
  const copy = svg.cloneNode(true) as SVGSVGElement;
  const style = getComputedStyle(document.documentElement);
  const width = Number(svg.viewBox.baseVal.width);
  const height = Number(svg.viewBox.baseVal.height);
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  copy.setAttribute('width', `${((width * 25.4) / 96).toFixed(3)}mm`);
  copy.setAttribute('height', `${((height * 25.4) / 96).toFixed(3)}mm`);
  copy.removeAttribute('class');
  copy.removeAttribute('style');
  const name = document.createElementNS('http://www.w3.org/2000/svg', 'title');
  name.textContent = title;
  copy.prepend(name);
  const text = new XMLSerializer().serializeToString(copy);
  return `<?xml version="1.0" encoding="UTF-8"?>\n${text.replace(/var\((--[\w-]+)\)/g, (_, key: string) => style.getPropertyValue(key).trim() || 'black')}\n`;
}

/** Offers a text as a file to keep. */
export function saveFile(name: string, text: string, type: string): void {
  const url = URL.createObjectURL(new Blob([text], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  window.setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

/** A name safe for any file system. */
export function fileName(text: string, ending: string): string {
  const safe = text
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 60);
  return `${safe || 'row'}.${ending}`;
}

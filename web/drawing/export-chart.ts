/** A chart as a file of its own: styles are written into it, since it leaves the page's style sheets. */

const STYLES = [
  'fill',
  'fill-opacity',
  'stroke',
  'stroke-width',
  'stroke-dasharray',
  'stroke-linecap',
  'stroke-linejoin',
  'opacity',
  'font-family',
  'font-size',
  'font-weight',
  'text-anchor',
  'paint-order',
];
/** Pixels of a PNG for each pixel on the screen: sharp in print. */
const SHARPNESS = 2;

/** The chart as SVG text, at its size on the screen, on its own ground. */
export function svgText(chart: SVGSVGElement): string {
  const copy = chart.cloneNode(true) as SVGSVGElement;
  const from = [chart, ...chart.querySelectorAll<SVGElement>('*')];
  const to = [copy, ...copy.querySelectorAll<SVGElement>('*')];
  from.forEach((element, index) => {
    const style = getComputedStyle(element);
    const target = to[index];
    for (const name of STYLES) target?.style.setProperty(name, style.getPropertyValue(name));
    target?.removeAttribute('class');
  });
  const { width, height } = chart.getBoundingClientRect();
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  copy.setAttribute('width', String(Math.round(width)));
  copy.setAttribute('height', String(Math.round(height)));
  const box = chart.viewBox.baseVal;
  const ground = document.createElementNS('http://www.w3.org/2000/svg', 'rect');
  ground.setAttribute('x', String(box?.x ?? 0));
  ground.setAttribute('y', String(box?.y ?? 0));
  ground.setAttribute('width', '100%');
  ground.setAttribute('height', '100%');
  ground.setAttribute('fill', getComputedStyle(document.body).backgroundColor);
  copy.prepend(ground);
  return new XMLSerializer().serializeToString(copy);
}

/** Hands a file to the browser's downloads. */
export function saveFile(name: string, content: Blob): void {
  const address = URL.createObjectURL(content);
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  URL.revokeObjectURL(address);
}

export function saveSvg(chart: SVGSVGElement, name: string): void {
  saveFile(`${name}.svg`, new Blob([svgText(chart)], { type: 'image/svg+xml' }));
}

export async function savePng(chart: SVGSVGElement, name: string): Promise<void> {
  const picture = new Image();
  picture.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svgText(chart))}`;
  await picture.decode();
  const canvas = document.createElement('canvas');
  canvas.width = SHARPNESS * picture.width;
  canvas.height = SHARPNESS * picture.height;
  canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height);
  const content = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
  if (content) saveFile(`${name}.png`, content);
}

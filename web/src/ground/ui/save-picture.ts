import { fileNameOf } from '@kettle/core/listing/words';
const SVG = 'http://www.w3.org/2000/svg';
const CAPTION_HEIGHT = 20;

/** Hands a file made in the browser to the person. */
export const saveBlob = (blob: Blob, name: string): void => {
  const url = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  URL.revokeObjectURL(url);
};

/**
 * The charts inside an element, one below the other with a title and their captions, as one SVG that stands by itself:
 * colours are those of the screen, fonts whatever a reader has for sans-serif.
 */
export const chartsAsSvg = (within: Element, title: string): SVGSVGElement | null => {
  const figures = [...within.querySelectorAll('figure')].flatMap((figure) => {
    const chart = figure.querySelector('svg.recharts-surface, svg[data-chart]');
    return chart instanceof SVGSVGElement ? [{ chart, caption: figure.dataset.caption ?? '' }] : [];
  });
  if (figures.length === 0) return null;
  const style = getComputedStyle(document.body);
  const sizes = figures.map(({ chart }) => chart.getBoundingClientRect());
  const width = Math.ceil(Math.max(...sizes.map((s) => s.width)));
  const height = Math.ceil(sizes.reduce((sum, s) => sum + s.height + CAPTION_HEIGHT, CAPTION_HEIGHT + 8));
  const whole = document.createElementNS(SVG, 'svg');
  const set = (element: Element, values: Record<string, string | number>): void => {
    for (const [name, value] of Object.entries(values)) element.setAttribute(name, String(value));
  };
  set(whole, { xmlns: SVG, width, height, viewBox: `0 0 ${width} ${height}`, 'font-family': 'sans-serif' });
  const ground = document.createElementNS(SVG, 'rect');
  set(ground, { width, height, fill: style.backgroundColor });
  whole.append(ground);
  const write = (text: string, y: number, size: number, weight = 400): void => {
    const element = document.createElementNS(SVG, 'text');
    set(element, { x: 6, y, 'font-size': size, 'font-weight': weight, fill: style.color });
    element.textContent = text;
    whole.append(element);
  };
  write(title, 16, 14, 700);
  let y = CAPTION_HEIGHT + 8;
  figures.forEach(({ chart, caption }, i) => {
    write(caption, y + 13, 12);
    const copy = chart.cloneNode(true) as SVGSVGElement;
    set(copy, { x: 0, y: y + CAPTION_HEIGHT, width: sizes[i]!.width, height: sizes[i]!.height });
    copy.removeAttribute('style');
    whole.append(copy);
    y += sizes[i]!.height + CAPTION_HEIGHT;
  });
  return whole;
};

/** Saves the charts of an element as an SVG or PNG file; does nothing where there are none. */
export const savePicture = async (within: Element, title: string, ending: 'svg' | 'png'): Promise<void> => {
  const svg = chartsAsSvg(within, title);
  if (!svg) return;
  const text = new XMLSerializer().serializeToString(svg);
  if (ending === 'svg') return saveBlob(new Blob([text], { type: 'image/svg+xml' }), fileNameOf(title, 'svg'));
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(text)}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  // Twice as many dots as on the screen: sharp in print as well.
  canvas.width = 2 * svg.width.baseVal.value;
  canvas.height = 2 * svg.height.baseVal.value;
  canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
  const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
  if (blob) saveBlob(blob, fileNameOf(title, 'png'));
};

import { svgOf, type Chart } from '@jacana/core/charts';
import face from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff2?url';
import more from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-400-normal.woff2?url';
import { save } from '../sheets/paper';

/** Dots of a picture for each point of the drawing: sharp on a slide. */
const SCALE = 3;

/** A chart as a drawing that carries its own typeface, so that it looks the same wherever it is opened. */
async function drawn(chart: Chart): Promise<{ text: string; width: number; height: number }> {
  const { svg, width, height } = svgOf(chart);
  const faces = await Promise.all([embedded('Text', face), embedded('TextMore', more)]);
  return { text: svg.replace(/>/, `><style>${faces.join('')}</style>`), width, height };
}

async function embedded(family: string, address: string): Promise<string> {
  const bytes = new Uint8Array(await (await fetch(address)).arrayBuffer());
  const letters = bytes.reduce((text, byte) => text + String.fromCharCode(byte), '');
  return `@font-face{font-family:${family};src:url(data:font/woff2;base64,${btoa(letters)})}`;
}

export async function saveSvg(chart: Chart): Promise<void> {
  const { text } = await drawn(chart);
  save(`${chart.id}.svg`, new Blob([text], { type: 'image/svg+xml' }));
}

/** @throws Error where the browser cannot make pictures */
export async function savePng(chart: Chart): Promise<void> {
  const { text, width, height } = await drawn(chart);
  const picture = new Image();
  picture.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(text)}`;
  await picture.decode();
  const canvas = Object.assign(document.createElement('canvas'), { width: width * SCALE, height: height * SCALE });
  const pen = canvas.getContext('2d');
  if (!pen) throw new Error('This browser makes no pictures. Take the drawing (SVG) instead.');
  pen.fillStyle = '#fff';
  pen.fillRect(0, 0, canvas.width, canvas.height);
  pen.drawImage(picture, 0, 0, canvas.width, canvas.height);
  const file = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/png'));
  if (!file) throw new Error('This browser makes no pictures. Take the drawing (SVG) instead.');
  save(`${chart.id}.png`, file);
}

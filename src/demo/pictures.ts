/** Pictures of the demo, drawn by a few strokes: no photograph of a real place is anywhere in it. */
import "server-only";
import sharp from "sharp";

const [width, height] = [1500, 900];

const drawings = {
  /** A brook between two walls, with a strip of green above them. */
  walls: `<rect width="1500" height="900" fill="#dfe5e2"/><path d="M0 420 L560 470 L560 900 L0 900Z" fill="#a9a397"/><path d="M1500 400 L920 470 L920 900 L1500 900Z" fill="#989184"/>
    <path d="M560 470 L920 470 L1010 900 L470 900Z" fill="#58808a"/><path d="M0 420 L560 470 L560 440 L0 360Z" fill="#7f9a63"/><path d="M1500 400 L920 470 L920 440 L1500 340Z" fill="#6f8f5c"/>
    <g stroke="#8d877a" stroke-width="5">${Array.from({ length: 9 }, (_, row) => `<path d="M0 ${480 + row * 46} L${560 - row * 10} ${505 + row * 46}"/>`).join("")}</g>
    <g fill="#4f6b43">${[120, 260, 1180, 1320].map((x, at) => `<circle cx="${x}" cy="${330 - (at % 2) * 30}" r="${58 + at * 6}"/><rect x="${x - 8}" y="360" width="16" height="70" fill="#6b5743"/>`).join("")}</g>
    <path d="M600 620 q60 -14 120 0 t120 0" stroke="#c7dade" stroke-width="6" fill="none"/><path d="M560 740 q90 -18 180 0 t180 0" stroke="#c7dade" stroke-width="6" fill="none"/>`,
} as const;

export type DemoPicture = keyof typeof drawings;

export async function drawn(name: DemoPicture): Promise<Uint8Array> {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">${drawings[name]}</svg>`;
  return sharp(Buffer.from(svg)).jpeg({ quality: 88 }).toBuffer();
}

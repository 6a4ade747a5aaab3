import { draw, hashOf, mix } from '../world/random';

const WIDTH = 320;
const HEIGHT = 200;
const SHAPES = 7;

/** A small drawn picture for an ad, the same on every machine: a sky, a ground and a few shapes in two related tones. */
export function pictureOf(ad: string, name: string): string {
  const seed = hashOf(`${ad} picture`);
  const at = (purpose: number, most: number): number => Math.round(draw(seed, purpose) * most);
  const hue = at(1, 360);
  const tone = (turn: number, light: number): string => `hsl(${(hue + turn) % 360} 38% ${light}%)`;
  const shapes = Array.from({ length: SHAPES }, (_, nth) => {
    const own = mix(seed, nth + 10);
    const [x, y, size] = [draw(own, 1) * WIDTH, 60 + draw(own, 2) * 110, 12 + draw(own, 3) * 46].map(Math.round) as [
      number,
      number,
      number,
    ];
    const fill = tone(nth % 2 === 0 ? 24 : 190, 34 + ((nth * 9) % 40));
    if (draw(own, 4) < 0.4) return `<circle cx="${x}" cy="${y}" r="${size}" fill="${fill}"/>`;
    if (draw(own, 4) < 0.7) return `<path d="M${x} ${y - size} L${x + size} ${y + size} L${x - size} ${y + size} Z" fill="${fill}"/>`;
    return `<rect x="${x - size}" y="${y - size / 2}" width="${2 * size}" height="${size}" rx="6" fill="${fill}"/>`;
  });
  const ground = 120 + at(2, 40);
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDTH} ${HEIGHT}" width="${WIDTH}" height="${HEIGHT}" role="img"><title>${escapeXml(name)}</title><rect width="${WIDTH}" height="${HEIGHT}" fill="${tone(0, 88)}"/><rect y="${ground}" width="${WIDTH}" height="${HEIGHT}" fill="${tone(40, 70)}"/>${shapes.join('')}</svg>`;
}

/** Text for a place in XML or HTML. */
export const escapeXml = (text: string): string => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('"', '&quot;');

/**
 * npm run drawing: docs/imports.svg, which folder imports which, made from the imports. Rows go
 * from what leans on others to what others lean on; an arrow that pointed upwards would be a
 * cycle, and the arrows rule would have failed.
 */
import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ensureInstalled, ROOT } from './ready.mjs';

ensureInstalled();
const cruised = JSON.parse(
  execFileSync(
    'npx',
    ['depcruise', '--config', '.dependency-cruiser.cjs', '--output-type', 'json', 'core/src', 'server/src', 'web/src'],
    { cwd: ROOT, encoding: 'utf8', maxBuffer: 1e9, stdio: ['ignore', 'pipe', 'ignore'] },
  ),
);

/** A file's room: the part and the folder, or the stage. */
function roomOf(path) {
  const [part, src, folder, inner, deeper] = path.split('/');
  if (src !== 'src' || !['core', 'server', 'web'].includes(part)) return null;
  if (inner === undefined) return part === 'server' ? 'server/(start)' : null;
  if (folder === 'stages' && deeper !== undefined) return `${part}/stages/${inner}`;
  return `${part}/${folder}`;
}

const arrows = new Map();
const rooms = new Set();
for (const { source, dependencies } of cruised.modules) {
  const from = roomOf(source);
  if (!from) continue;
  rooms.add(from);
  for (const { resolved } of dependencies) {
    const to = roomOf(resolved);
    if (!to || to === from) continue;
    rooms.add(to);
    arrows.set(from, (arrows.get(from) ?? new Set()).add(to));
  }
}

/** How far a room stands above the ones that lean on nothing, within its part. */
const heights = new Map();
function heightOf(room, on = []) {
  if (on.includes(room)) throw new Error(`A cycle: ${[...on, room].join(' -> ')}`);
  if (!heights.has(room)) {
    const own = [...(arrows.get(room) ?? [])].filter((to) => to.split('/')[0] === room.split('/')[0]);
    heights.set(room, own.length === 0 ? 0 : 1 + Math.max(...own.map((to) => heightOf(to, [...on, room]))));
  }
  return heights.get(room);
}
[...rooms].forEach((room) => heightOf(room));

const [WIDTH, ROW, BOX] = [1280, 58, 26];
const parts = ['web', 'server', 'core'];
const places = new Map();
let y = 24;
const texts = [];
for (const part of parts) {
  const own = [...rooms].filter((room) => room.startsWith(`${part}/`));
  const levels = Math.max(...own.map((room) => heights.get(room)));
  texts.push(`<text x="12" y="${y + 6}" class="part">${part}</text>`);
  for (let level = levels; level >= 0; level--) {
    const row = own.filter((room) => heights.get(room) === level).sort();
    row.forEach((room, at) => {
      const step = (WIDTH - 110) / row.length;
      places.set(room, { x: 90 + step * (at + 0.5), y: y + BOX / 2, step });
    });
    y += ROW;
  }
  y += 18;
}

const lines = [];
for (const [from, tos] of arrows)
  for (const to of tos) {
    const [a, b] = [places.get(from), places.get(to)];
    const isOther = from.split('/')[0] !== to.split('/')[0];
    // Every room may lean on core; drawing all of these would hide the rest.
    if (isOther) continue;
    const middle = (a.y + b.y) / 2;
    lines.push(
      `<path d="M ${a.x.toFixed(0)} ${(a.y + BOX / 2).toFixed(0)} C ${a.x.toFixed(0)} ${middle.toFixed(0)} ${b.x.toFixed(0)} ${middle.toFixed(0)} ${b.x.toFixed(0)} ${(b.y - BOX / 2).toFixed(0)}"/>`,
    );
  }
const boxes = [...places].map(([room, { x, y: middle, step }]) => {
  const name = room.split('/').slice(1).join('/');
  const width = Math.min(step - 6, 8 * name.length + 18);
  return `<g><rect x="${(x - width / 2).toFixed(0)}" y="${(middle - BOX / 2).toFixed(0)}" width="${width.toFixed(0)}" height="${BOX}" rx="6"/><text x="${x.toFixed(0)}" y="${(middle + 4.5).toFixed(0)}">${name}</text></g>`;
});
const outward = ['web', 'server'].map(
  (part) =>
    `${part} leans on core: ${[
      ...new Set(
        [...arrows]
          .filter(([from]) => from.startsWith(`${part}/`))
          .flatMap(([, tos]) => [...tos].filter((to) => to.startsWith('core/'))),
      ),
    ]
      .map((to) => to.slice(5))
      .sort()
      .join(', ')}.`,
);
writeFileSync(
  join(ROOT, 'docs', 'imports.svg'),
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDTH} ${y + 40}" font-family="sans-serif" font-size="13">
<style>rect{fill:#FBFCFA;stroke:#3D5A55}text{fill:#12312F;text-anchor:middle}.part{font-weight:bold;font-size:17px;text-anchor:start}.note{text-anchor:start;fill:#3D5A55}path{fill:none;stroke:#3D5A55;stroke-opacity:.35}</style>
<rect x="0" y="0" width="${WIDTH}" height="${y + 40}" style="fill:#EEF4F0;stroke:none"/>
${lines.join('\n')}
${boxes.join('\n')}
${texts.join('\n')}
${outward.map((text, at) => `<text x="12" y="${y + 4 + 20 * at}" class="note">${text}</text>`).join('\n')}
</svg>
`,
);

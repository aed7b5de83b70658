// npm run architecture: draws docs/architecture.svg from the code's own imports. With --check it only compares, and
// tells of every import against the arrows of the house (.dependency-cruiser.cjs).
import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Graphviz } from '@hpcc-js/wasm-graphviz';
import { root } from './prepare.mjs';

const drawing = join(root, 'docs', 'architecture.svg');

/** Rooms of the house: what is drawn as one box, in which frame, and the folders that are in it. */
const frames = [
  { title: 'web', rooms: ['web/app', 'web/screens', 'web/parts', 'web/data'] },
  {
    title: 'server',
    rooms: ['cli', 'demo', 'http', 'keeping', 'reach', 'report', 'routes', 'store', 'work'].map(
      (room) => `server/${room}`,
    ),
  },
  { title: 'contract', rooms: ['contract'] },
  {
    title: 'core',
    rooms: [
      'coaching compose diary geo guidance hotspot log map marking names network numbers problems',
      'questions random readiness report route session standard time vehicle yard',
    ].flatMap((line) => line.split(' ').map((room) => `core/${room}`)),
  },
];

const { stdout, status } = spawnSync(
  process.execPath,
  [join(root, 'node_modules', 'dependency-cruiser', 'bin', 'dependency-cruise.mjs')].concat([
    'core',
    'contract',
    'server',
    'web',
    'bench',
    '--output-type',
    'json',
    '--progress',
    'none',
  ]),
  { cwd: root, encoding: 'utf8', maxBuffer: 1 << 28 },
);
if (!stdout) throw new Error(`the imports could not be read (${status})`);
const { modules, summary } = JSON.parse(stdout);
for (const { rule, from, to } of summary.violations) {
  console.error(`${rule.severity} ${rule.name}: ${from} -> ${to}`);
  process.exitCode = 1;
}

const isTest = (file) => /\.test\.tsx?$|\/testing\//.test(file);
const rooms = frames.flatMap((frame) => frame.rooms);
/** Files beside the rooms of the server are its door. */
const roomOf = (file) =>
  rooms.find((room) => file.startsWith(`${room}/`)) ?? (/^server\/[^/]+\.ts$/.test(file) ? 'server' : null);

const arrows = new Map();
for (const { source, dependencies } of modules) {
  const from = roomOf(source);
  if (from === null || isTest(source)) continue;
  for (const { resolved } of dependencies) {
    const to = roomOf(resolved);
    if (to === null || to === from || isTest(resolved)) continue;
    arrows.set(`${from} ${to}`, (arrows.get(`${from} ${to}`) ?? 0) + 1);
  }
}

/** Between frames one arrow tells enough: what of a frame is used by whom is in the code. */
const frameOf = (room) => frames.find(({ rooms: own }) => own.includes(room))?.title ?? 'server';
const withinFrames = [...arrows.keys()].filter((key) => {
  const [from, to] = key.split(' ');
  return frameOf(from) === frameOf(to);
});
const betweenFrames = new Set(
  [...arrows.keys()]
    .map((key) => key.split(' ').map(frameOf).join(' '))
    .filter((key) => {
      const [from, to] = key.split(' ');
      return from !== to;
    }),
);

const id = (name) => `"${name}"`;
const words = (room) => room.split('/').at(-1);
/** A room in the middle of each frame, between which the arrows of frames run. */
const middle = { web: 'web/data', server: 'server/routes', contract: 'contract', core: 'core/marking' };
const dot = `digraph house {
  rankdir=TB; compound=true; nodesep=0.18; ranksep=0.45; bgcolor="#FBF8F1";
  node [shape=box, style="filled", fillcolor="#FFFFFF", color="#8C8576", fontname="Helvetica", fontsize=13, height=0.36];
  edge [color="#8C857688", arrowsize=0.6];
${frames
  .map(
    ({ title, rooms: own }) => `  subgraph "cluster_${title}" {
    label="${title}"; fontname="Helvetica-Bold"; fontsize=16; color="#C9C2B4"; bgcolor="#F3EEE2"; labeljust=l;
${own.map((room) => `    ${id(room)} [label="${words(room)}"];`).join('\n')}${
      title === 'server' ? `\n    "server" [label="app, serve"];` : ''
    }
  }`,
  )
  .join('\n')}
${withinFrames
  .sort()
  .map((key) => `  ${key.split(' ').map(id).join(' -> ')};`)
  .join('\n')}
${[...betweenFrames]
  .sort()
  .map((key) => {
    const [from, to] = key.split(' ');
    return `  ${id(middle[from])} -> ${id(middle[to])} [ltail="cluster_${from}", lhead="cluster_${to}", color="#98382B", penwidth=2.4, arrowsize=1];`;
  })
  .join('\n')}
}`;

const graphviz = await Graphviz.load();
const svg = graphviz.dot(dot);
if (!process.argv.includes('--check')) writeFileSync(drawing, svg);
else if (readFileSync(drawing, 'utf8') !== svg) {
  console.error('docs/architecture.svg is not what the code imports; run npm run architecture');
  process.exitCode = 1;
}

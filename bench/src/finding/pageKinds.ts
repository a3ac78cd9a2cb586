/**
 * Pages as programs show them, drawn by a browser and not by what the checks were made on: other layouts, fonts, sizes and
 * ratios. Written before any check was mended for them.
 */

export type Random = () => number;
/** What has to be said of a page; `nothing` where it shows what was done. */
export type Expected = 'nothing' | 'black-area' | 'empty';

export interface PageKind {
  name: string;
  expected: Expected;
  /** its HTML */
  draw(random: Random): string;
}

const WORDS =
  'voltage sample beam anneal lattice rate curve module index node offset phase spring torque valve flow graph label panel report series method value gain filter noise trace window export select reading'.split(
    ' ',
  );
type Scheme = readonly [paper: string, ink: string];
const LIGHT: readonly [Scheme, Scheme, Scheme, Scheme] = [
  ['#fff', '#222'],
  ['#fafafa', '#333'],
  ['#f5f0e6', '#433'],
  ['#eef2f7', '#123'],
];
const DARK: readonly [Scheme, Scheme, Scheme, Scheme, Scheme] = [
  ['#1e1e1e', '#d4d4d4'],
  ['#000', '#ddd'],
  ['#0d1117', '#c9d1d9'],
  ['#282a36', '#f8f8f2'],
  ['#121212', '#bbb'],
];
const FONTS = ['sans-serif', 'serif', 'monospace', 'DejaVu Sans', 'Liberation Sans'];

const pick = <T>(random: Random, list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
const between = (random: Random, from: number, to: number) => from + Math.floor(random() * (to - from + 1));
const times = (count: number, make: (i: number) => string) =>
  Array.from({ length: count }, (_, i) => make(i)).join('');
const words = (random: Random, count: number) =>
  Array.from({ length: count }, () => pick(random, WORDS)).join(' ');
const anyScheme = (random: Random) => pick(random, random() < 0.5 ? DARK : LIGHT);

const page = (random: Random, [paper, ink]: Scheme, body: string) =>
  `<!doctype html><style>*{box-sizing:border-box}body{margin:0;background:${paper};color:${ink};font:${between(random, 11, 16)}px ${pick(random, FONTS)};height:100vh;overflow:hidden}</style>${body}`;
const bar = (items: readonly string[], style = '') =>
  `<div style="display:flex;gap:14px;padding:6px 10px;border-bottom:1px solid #8886;${style}">${items.map((item) => `<span>${item}</span>`).join('')}</div>`;
const typed = (lines: string) => `<pre style="margin:4px;font-family:monospace">${lines}</pre>`;

const WORK: Record<string, (random: Random) => string> = {
  document: (r) =>
    page(
      r,
      anyScheme(r),
      `<div style="max-width:700px;margin:20px auto;line-height:1.6"><h1>${words(r, 3)}</h1>${times(between(r, 2, 8), () => `<p>${words(r, between(r, 20, 60))}</p>`)}</div>`,
    ),
  'few lines': (r) =>
    page(
      r,
      anyScheme(r),
      `<div style="margin:${between(r, 20, 90)}px"><p>${words(r, between(r, 6, 12))}.</p><p>${words(r, between(r, 5, 9))}.</p></div>`,
    ),
  code: (r) =>
    page(
      r,
      anyScheme(r),
      `${bar(['File', 'Edit', 'Run'])}${typed(times(between(r, 8, 40), (i) => `<span style="opacity:.5">${String(i + 1).padStart(3)}</span>  ${'  '.repeat(between(r, 0, 3))}<span style="color:#c60">${pick(r, ['let', 'if', 'for', 'return'])}</span> ${words(r, between(r, 1, 6))}\n`))}`,
    ),
  'black terminal with four lines': (r) =>
    page(
      r,
      ['#000', pick(r, ['#ccc', '#0f0', '#fff'])],
      typed(`user@bench:~$ ${words(r, 2)}\n${words(r, 5)}\n${words(r, 4)}\nuser@bench:~$ _`),
    ),
  'black terminal with one line': (r) =>
    page(
      r,
      ['#000', '#ccc'],
      `${bar(['File', 'Edit', 'View', 'Help'], 'background:#ddd;color:#222')}${typed(`user@bench:~$ ${words(r, 3)}`)}`,
    ),
  'black terminal': (r) =>
    page(
      r,
      ['#000', '#eee'],
      typed(`${times(between(r, 6, 20), () => `${words(r, between(r, 2, 9))}\n`)}user@bench:~$ `),
    ),
  'full-screen editor in a black terminal': (r) =>
    page(
      r,
      ['#000', '#ddd'],
      `${typed(`${times(between(r, 3, 8), () => `${words(r, between(r, 2, 9))}\n`)}${times(60, () => '~\n')}`)}<pre style="position:absolute;left:4px;bottom:2px;margin:0">"${words(r, 1)}.txt" 6L, 120B</pre>`,
    ),
  table: (r) =>
    page(
      r,
      anyScheme(r),
      `${bar(['Sheet', 'Insert', 'Data'])}<table style="border-collapse:collapse;width:100%">${times(between(r, 10, 40), () => `<tr>${times(8, () => `<td style="border:1px solid #8885;padding:3px 6px">${(r() * 1000).toFixed(2)}</td>`)}</tr>`)}</table>`,
    ),
  slide: (r) =>
    page(
      r,
      [pick(r, ['#fff', '#123', '#f4e9d8', '#000']), pick(r, ['#777', '#e33'])],
      `<div style="display:grid;place-items:center;height:100vh"><h1 style="font-size:${between(r, 40, 90)}px">${words(r, 2)}</h1></div>`,
    ),
  curve: (r) =>
    page(
      r,
      ['#fff', '#222'],
      `<svg width=100% height=100% viewBox="0 0 1000 600" preserveAspectRatio="none"><g stroke=#ddd>${times(10, (i) => `<path d="M60 ${40 + i * 52}H960"/>`)}</g><polyline fill=none stroke=#c22 stroke-width=2 points="${times(100, (i) => `${60 + i * 9},${300 + 200 * Math.sin(i / 7)} `)}"/></svg><div style="position:absolute;left:60px;top:6px">${words(r, 5)}</div>`,
    ),
  'lone curve': (r) =>
    page(
      r,
      [pick(r, ['#fff', '#000', '#fffff4']), '#888'],
      `<svg width=100% height=100% viewBox="0 0 1000 600"><path d="M80 20V540H980" fill=none stroke=#888 /><polyline fill=none stroke=#28c stroke-width=1 points="${times(60, (i) => `${80 + i * 15},${540 - 480 * (1 - Math.exp(-i / between(r, 8, 14)))} `)}"/></svg>`,
    ),
  oscilloscope: (r) =>
    page(
      r,
      ['#000', '#8f8'],
      `<svg width=100% height=100% viewBox="0 0 1000 600"><g stroke="#163">${times(9, (i) => `<path d="M0 ${60 * i + 30}H1000"/><path d="M${110 * i + 30} 0V600"/>`)}</g><polyline fill=none stroke=#ff0 stroke-width=1.5 points="${times(300, (i) => `${i * 3.4},${300 + 150 * Math.sin(i / 11) + 10 * r()} `)}"/></svg>`,
    ),
  'trace on plain black': (r) =>
    page(
      r,
      ['#000', '#8f8'],
      `<div style="padding:4px;border-bottom:1px solid #444">CH1 ${between(r, 1, 9)} V/div  ${words(r, 4)}</div><svg width=100% height=80% viewBox="0 0 1000 600"><polyline fill=none stroke=#ff0 stroke-width=2 points="${times(300, (i) => `${i * 3.4},${300 + 150 * Math.sin(i / 11)} `)}"/></svg>`,
    ),
  meter: (r) =>
    page(
      r,
      ['#000', pick(r, ['#f33', '#3f6', '#fff'])],
      `<div style="font:bold ${between(r, 80, 220)}px monospace;padding:40px">${(r() * 20).toFixed(2)} V</div><div style="padding:0 60px">AUTO  DC</div>`,
    ),
  dialog: (r) =>
    page(
      r,
      ['linear-gradient(135deg,#245,#8ac)', '#222'],
      `<div style="width:420px;margin:15vh auto;background:#fff;padding:24px;border-radius:8px"><h2>${words(r, 2)}</h2><p>${words(r, 8)}</p><input value="${words(r, 1)}"> <button>OK</button></div>`,
    ),
  settings: (r) =>
    page(
      r,
      anyScheme(r),
      `<div style="display:flex;height:100vh"><div style="width:220px;border-right:1px solid #8884;padding:12px">${times(9, () => `<p>${pick(r, WORDS)}</p>`)}</div><div style="padding:20px">${times(between(r, 3, 9), () => `<p><input type=checkbox> ${words(r, 4)}</p>`)}</div></div>`,
    ),
  map: (r) =>
    page(
      r,
      ['#e8e4d8', '#444'],
      `<svg width=100% height=100%>${times(60, () => `<path fill=none stroke="${pick(r, ['#fff', '#fc6', '#9cf', '#bbb'])}" stroke-width=${between(r, 1, 7)} d="M${between(r, 0, 1900)} ${between(r, 0, 1000)} Q${between(r, 0, 1900)} ${between(r, 0, 1000)} ${between(r, 0, 1900)} ${between(r, 0, 1000)}"/>`)}${times(30, () => `<text x=${between(r, 0, 1800)} y=${between(r, 10, 1000)} font-size=12>${pick(r, WORDS)}</text>`)}</svg>`,
    ),
  'drawing of lines': (r) =>
    page(
      r,
      [pick(r, ['#000', '#212830', '#fff']), '#999'],
      `${bar(['Line', 'Arc', 'Trim', 'Dim'])}<svg width=100% height=90%><g fill=none stroke="${pick(r, ['#0aa', '#f80', '#888'])}">${times(between(r, 5, 30), () => (r() < 0.5 ? `<circle cx=${between(r, 100, 1000)} cy=${between(r, 50, 600)} r=${between(r, 5, 90)} />` : `<rect x=${between(r, 50, 1000)} y=${between(r, 20, 600)} width=${between(r, 10, 200)} height=${between(r, 10, 200)} />`))}</g></svg>`,
    ),
  tiles: (r) =>
    page(
      r,
      ['#111', '#eee'],
      `<div style="display:grid;grid-template-columns:repeat(3,1fr);gap:8px;padding:8px;height:90vh">${times(6, () => `<div style="background:hsl(${between(r, 0, 360)} 40% 45%);display:grid;place-items:center;border-radius:8px"><div style="width:64px;height:64px;border-radius:50%;background:#0003;display:grid;place-items:center;font-size:24px">${pick(r, WORDS).slice(0, 1).toUpperCase()}</div></div>`)}</div><div style="text-align:center">mute share leave</div>`,
    ),
  messages: (r) =>
    page(
      r,
      anyScheme(r),
      times(
        between(r, 4, 12),
        (i) =>
          `<div style="margin:8px ${i % 2 ? '10px 8px 40%' : '40% 8px 10px'};background:#8883;border-radius:12px;padding:8px 12px">${words(r, between(r, 3, 18))}</div>`,
      ),
    ),
};

/** What a player draws over its video, which stays where the video itself came out black. */
const OVER_VIDEO = [
  '',
  '<div style="position:absolute;left:0;right:0;bottom:0;height:40px;background:#0009;color:#fff;display:flex;gap:16px;align-items:center;padding:0 12px"><span>▶</span><span>0:12 / 3:40</span><span style="margin-left:auto">⛶</span></div>',
  '<div style="position:absolute;left:0;right:0;bottom:0;height:48px;color:#fff;display:flex;gap:16px;align-items:center;padding:0 12px"><span>▶</span><span>1:12:08</span><span style="flex:1;height:4px;background:#888"><span style="display:block;width:30%;height:4px;background:#e33"></span></span><span>CC</span><span>⛶</span></div>',
  '<div style="position:absolute;left:8px;right:8px;bottom:44px;height:5px;background:#777"></div><div style="position:absolute;left:12px;bottom:10px;color:#eee">▶ 12:03 / 45:20</div><div style="position:absolute;right:12px;bottom:10px;color:#eee">⛶</div>',
  '<div style="position:absolute;inset:0;display:grid;place-items:center;color:#fff;font-size:64px">▶</div>',
  '<div style="position:absolute;left:16px;top:12px;color:#fff;font-size:20px">Lecture 4: springs</div><div style="position:absolute;left:12px;bottom:10px;color:#eee">▶ 0:03</div>',
  '<div style="position:absolute;left:0;right:0;bottom:18%;text-align:center;color:#fff;font-size:22px">and then we turn the valve</div>',
];
const video = (random: Random, style: string) =>
  `<div style="position:relative;background:#000;${style}">${pick(random, OVER_VIDEO)}</div>`;

const BLACK: Record<string, (random: Random) => string> = {
  'film beside a list': (r) =>
    page(
      r,
      pick(r, [LIGHT[0], DARK[4], LIGHT[3]]),
      `${bar(['Home', 'Search', 'Library'])}<div style="display:flex;gap:20px;padding:16px"><div>${video(r, 'width:62vw;height:56vh')}<h2>${words(r, 5)}</h2><p>${words(r, 20)}</p></div><div>${times(8, () => `<p>${words(r, 6)}</p>`)}</div></div>`,
    ),
  'film in a course': (r) =>
    page(
      r,
      LIGHT[0],
      `<div style="display:flex"><div style="width:18vw;padding:10px">${times(16, () => `<p>${words(r, 3)}</p>`)}</div>${video(r, 'width:82vw;height:64vh')}</div><p style="padding:10px">${words(r, 40)}</p>`,
    ),
  'film on dark grey': (r) =>
    page(
      r,
      ['#151515', '#ddd'],
      `${bar(['Present', 'Chat', 'People'])}<div style="padding:3vh 8vw">${video(r, 'width:84vw;height:70vh')}</div><p style="padding:0 8vw">${words(r, 9)}</p>`,
    ),
  'film in a narrow window': (r) =>
    page(
      r,
      LIGHT[1],
      `<h2 style="margin:8px">${words(r, 3)}</h2>${video(r, 'width:100vw;height:50vh')}<p style="padding:8px">${words(r, 60)}</p>`,
    ),
};

const EMPTY: Record<string, (random: Random) => string> = {
  'nothing but its bars': (r) => page(r, pick(r, LIGHT), bar(['Back', 'Reload', 'https://bench.example/'])),
  'empty document': (r) =>
    page(
      r,
      LIGHT[0],
      `${bar(['File', 'Edit', 'View', 'Insert', 'Help'])}<div style="position:absolute;left:0;right:0;bottom:0">${bar(['Page 1 of 1', '0 words'])}</div>`,
    ),
  'empty dark document': (r) => page(r, DARK[0], bar(['File', 'Edit', 'View'])),
  'one colour': (r) => page(r, [pick(r, ['#fff', '#000', '#357', '#ddd']), '#000'], ''),
  spinner: (r) =>
    page(
      r,
      pick(r, LIGHT),
      `<div style="position:absolute;left:50%;top:50%;width:40px;height:40px;border:4px solid #bbb;border-top-color:#48c;border-radius:50%"></div>`,
    ),
};

const kindsOf = (set: Record<string, (random: Random) => string>, expected: Expected): PageKind[] =>
  Object.entries(set).map(([name, draw]) => ({ name, expected, draw }));

export const PAGE_KINDS: readonly PageKind[] = [
  ...kindsOf(WORK, 'nothing'),
  ...kindsOf(BLACK, 'black-area'),
  ...kindsOf(EMPTY, 'empty'),
];

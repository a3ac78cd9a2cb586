import { PAGE_KINDS, type Random } from './pageKinds.ts';

/**
 * Desktops whose windows have soft edges: round corners, shadows, hardly a border, light on light and dark on dark, drawn by
 * a browser. Written before the finder was looked at with them.
 */
export interface SoftDesktop {
  html: string;
  width: number;
  height: number;
  ratio: number;
}

const SIZES = [
  [1280, 720],
  [1440, 900],
  [1536, 864],
  [1920, 1080],
] as const;
const RATIOS = [1, 1, 1.25, 1.5];
const WORK = PAGE_KINDS.filter(({ expected }) => expected === 'nothing');

const PAPERS: ReadonlyArray<(random: Random) => string> = [
  (r) =>
    `background:linear-gradient(${at(r, 0, 180)}deg,hsl(${at(r, 0, 360)} 50% 35%),hsl(${at(r, 0, 360)} 60% 70%))`,
  (r) =>
    `background:radial-gradient(circle at ${at(r, 10, 90)}% ${at(r, 10, 90)}%,hsl(${at(r, 0, 360)} 70% 75%),hsl(${at(r, 0, 360)} 45% 25%) 80%)`,
  (r) => `background:hsl(${at(r, 0, 360)} 20% ${at(r, 8, 30)}%)`,
  (r) => `background:hsl(${at(r, 0, 360)} 15% ${at(r, 85, 97)}%)`,
];

function at(random: Random, from: number, to: number): number {
  return from + Math.floor(random() * (to - from + 1));
}

/** One of many: its windows have `data-window`, from the back to the front, its menus `data-menu`. */
export function softDesktop(random: Random): SoftDesktop {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const [width, height] = pick(SIZES);
  const dark = random() < 0.5;
  const radius = pick([0, 4, 8, 12, 14]);
  const shadow = pick([
    '0 2px 8px #0006',
    '0 10px 40px #0007',
    '0 0 0 1px #0003, 0 16px 48px #0006',
    '0 4px 14px #0004',
    'none',
  ]);
  const border =
    shadow === 'none' ? '1px solid #7777' : pick(['0', '0', '1px solid #8885', '1px solid #0004']);
  const bar = at(random, 26, 44);
  const barPaper = dark ? pick(['#2b2b2e', '#1f1f1f', '#333842']) : pick(['#f3f3f3', '#ffffff', '#e8e6e3']);
  const buttons = pick([
    '<i class="round"></i><i class="round"></i><i class="round"></i>',
    '<b>—</b><b>▢</b><b>✕</b>',
    '<b>✕</b>',
  ]);
  const windows = Array.from({ length: at(random, 2, 4) }, () => {
    const w = at(random, Math.round(width * 0.3), Math.round(width * 0.62));
    const h = at(random, Math.round(height * 0.35), Math.round(height * 0.68));
    const [x, y] = [at(random, 10, width - w - 10), at(random, 34, height - h - 60)];
    const work = pick(WORK).draw(random).replaceAll('&', '&amp;').replaceAll('"', '&quot;');
    return `<div class="window" data-window style="left:${x}px;top:${y}px;width:${w}px;height:${h}px"><div class="bar"><span>Window</span><span>${buttons}</span></div><iframe srcdoc="${work}"></iframe></div>`;
  });
  const [mx, my] = [at(random, 20, width - 300), at(random, 60, height - 330)];
  const menu =
    random() < 0.5
      ? `<div class="menu" data-menu style="left:${mx}px;top:${my}px">${Array.from({ length: at(random, 4, 9) }, (_, i) => (i === 3 ? '<hr>' : `<p>Entry of a menu ${i}</p>`)).join('')}</div>`
      : '';
  const panel = pick([
    '<div class="panel" style="left:0;right:0;top:0;height:28px">Activities</div>',
    '<div class="panel" style="left:0;right:0;bottom:0;height:44px">Start</div>',
    '<div class="panel" style="left:30%;right:30%;bottom:8px;height:54px;border-radius:16px"></div>',
  ]);
  const html = `<!doctype html><style>
    body{margin:0;height:100vh;overflow:hidden;font:14px sans-serif;${pick(PAPERS)(random)}}
    .window{position:absolute;border-radius:${radius}px;box-shadow:${shadow};border:${border};overflow:hidden;display:flex;flex-direction:column;background:${barPaper}}
    .bar{height:${bar}px;flex:none;display:flex;justify-content:space-between;align-items:center;padding:0 10px;color:${dark ? '#ddd' : '#333'}}
    .bar b{margin-left:16px;font-weight:400}.round{display:inline-block;width:12px;height:12px;border-radius:50%;background:#999;margin-left:8px}
    iframe{flex:1;border:0;width:100%}
    .menu{position:absolute;width:220px;padding:6px;border-radius:${radius}px;box-shadow:${shadow};border:${border === '0' ? '1px solid #8883' : border};background:${barPaper};color:${dark ? '#ddd' : '#333'}}
    .menu p{margin:0;padding:5px 12px}.menu hr{border:0;border-top:1px solid #8885}
    .panel{position:absolute;background:${dark ? '#111d' : '#fffc'};color:${dark ? '#eee' : '#222'};padding:5px 12px;box-sizing:border-box}
  </style>${windows.join('')}${menu}${panel}`;
  return { html, width, height, ratio: pick(RATIOS) };
}

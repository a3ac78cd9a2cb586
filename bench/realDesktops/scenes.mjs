// What is on each desktop that is grabbed.
import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';

/** Files that the programs open: invented values. */
export function prepareFiles(folder) {
  const rows = Array.from({ length: 40 }, (_, i) => {
    const h = 0.4 + i * 0.06;
    return `2026-03-${String(1 + (i % 28)).padStart(2, '0')},${h.toFixed(2)},${(3.1 * h ** 1.62).toFixed(3)}`;
  });
  writeFileSync(join(folder, 'gaugings.csv'), `date,stage,discharge\n${rows.join('\n')}\n`);
  writeFileSync(
    join(folder, 'notes.txt'),
    `${Array.from({ length: 60 }, (_, i) => `${i + 1}. Stage read at the lower bridge, flow ${((i * 37) % 90) / 10} m3/s, weather ${['dry', 'rain', 'fog'][i % 3]}.`).join('\n')}\n`,
  );
  writeFileSync(
    join(folder, 'curve.gp'),
    'set terminal x11 size 560,420\nset grid\nplot [0.4:3] 3.1*x**1.62 title "rating", "gaugings.csv" using 2:3 every 3\npause 600\n',
  );
  execFileSync('convert', [
    '-size',
    '1000x1000',
    'plasma:seagreen-steelblue',
    '-blur',
    '0x6',
    '-posterize',
    '24',
    join(folder, 'soft.png'),
  ]);
  execFileSync('convert', [
    '-size',
    '480x300',
    '-seed',
    '7',
    'plasma:tan-darkslategray',
    '-resize',
    '300%',
    '-posterize',
    '20',
    join(folder, 'hills.png'),
  ]);
  execFileSync('convert', [
    '-size',
    '400x260',
    '-seed',
    '3',
    'plasma:navy-orange',
    '-resize',
    '400%',
    '-posterize',
    '20',
    join(folder, 'dusk.png'),
  ]);
}

export const WALLPAPERS = {
  grey: (run) => run('hsetroot', '-solid', '#808080'),
  dusk: (run) => run('hsetroot', '-fill', 'dusk.png'),
  plain: (run) => run('hsetroot', '-solid', '#335566'),
  black: (run) => run('hsetroot', '-solid', '#000000'),
  light: (run) => run('hsetroot', '-solid', '#e6e6e0'),
  slope: (run) => run('hsetroot', '-add', '#203050', '-add', '#7090a0', '-gradient', '20'),
  soft: (run) => run('hsetroot', '-fill', 'soft.png'),
  hills: (run) => run('hsetroot', '-fill', 'hills.png'),
};

const terminal = (at, ...more) => ({
  command: ['xterm', ...more, '-e', 'sh -c "cat notes.txt; ls -la /usr; exec sleep 600"'],
  at,
});
const darkTerminal = (at) =>
  terminal(at, '-bg', '#1d2329', '-fg', '#d0d8d0', '-fa', 'DejaVu Sans Mono', '-fs', '10');
const blackTerminal = (at) => terminal(at, '-bg', 'black', '-fg', 'gray90');
const plotter = (at) => ({ command: ['gnuplot', 'curve.gp'], at });
const table = (at) => ({ command: ['gnumeric', 'gaugings.csv'], at });
const editor = (at) => ({ command: ['mousepad', 'notes.txt'], at });
const coder = (at) => ({ command: ['scite', 'notes.txt'], at });
const writer = (at) => ({ command: ['abiword', 'notes.txt'], at });
const files = (at) => ({ command: ['pcmanfm', '--no-desktop', '/usr'], at });
const folders = (at) => ({ command: ['thunar', '/usr'], at });
const calculator = (at) => ({ command: ['galculator'], at });
const drawing = (at) => ({ command: ['xfig'], at });
const shell = (at) => ({ command: ['lxterminal', '-e', 'sh -c "cat notes.txt; exec sleep 600"'], at });
const lister = (at) => ({
  command: ['mate-terminal', '--disable-factory', '-e', 'sh -c "ls -la /etc; exec sleep 600"'],
  at,
});
const workbench = (at) => ({ command: ['geany', '-i', 'notes.txt'], at });
const pad = (at) => ({ command: ['gedit', '-s', 'notes.txt'], at });
const leaf = (at) => ({ command: ['featherpad', 'notes.txt'], at });
const reckoner = (at) => ({ command: ['qalculate-gtk'], at });
const viewer = (at) => ({ command: ['viewnior', 'soft.png'], at });
const keys = (at) => ({ command: ['xcalc'], at });
const console = (at) => ({
  command: ['xfce4-terminal', '--disable-server', '-x', 'sh', '-c', 'cat notes.txt; exec sleep 600'],
  at,
});
const tabbed = (at) => ({ command: ['sakura', '-x', 'sh -c "ls -la /etc; exec sleep 600"'], at });
const slate = (at) => ({ command: ['qterminal', '-e', 'sh -c "cat notes.txt; exec sleep 600"'], at });
const jotter = (at) => ({ command: ['l3afpad', 'notes.txt'], at });
const quill = (at) => ({ command: ['pluma', 'notes.txt'], at });
const sums = (at) => ({ command: ['mate-calc'], at });
const formula = (at) => ({ command: ['speedcrunch'], at });
const cabinet = (at) => ({ command: ['pcmanfm-qt', '/usr'], at });
const drawers = (at) => ({ command: ['xfe', '/usr'], at });
const graph = (at) => ({
  command: ['gnuplot', '-e', 'set terminal qt size 560,420; set grid; plot sin(x), x/3; pause 600'],
  at,
});
const panel = { command: ['tint2'] };

const openbox = ['openbox'];
const icewm = ['icewm'];
const jwm = ['jwm'];
const fluxbox = ['fluxbox'];
const metacity = ['metacity'];
const fvwm = ['fvwm'];
const xfwm = ['xfwm4', '--compositor=off'];
const xfwmWithShadows = ['xfwm4', '--compositor=on'];
const pekwm = ['pekwm'];
const ctwm = ['ctwm', '-W'];

export const SCENES = [
  {
    name: 'terminal-plotter',
    size: [1280, 800],
    wallpaper: 'plain',
    manager: openbox,
    programs: [darkTerminal([60, 60, 600, 400]), plotter([560, 260])],
  },
  {
    name: 'table-editor',
    size: [1440, 900],
    wallpaper: 'slope',
    manager: openbox,
    programs: [table([40, 30, 820, 620]), editor([640, 300, 700, 500])],
  },
  {
    name: 'files-over-terminal',
    size: [1280, 1024],
    wallpaper: 'soft',
    manager: openbox,
    programs: [terminal([30, 40]), files([300, 320, 720, 520])],
  },
  {
    name: 'panel-two-editors',
    size: [1600, 900],
    wallpaper: 'hills',
    manager: openbox,
    programs: [panel, editor([80, 60, 640, 520]), coder([560, 220, 800, 560])],
  },
  {
    name: 'dark-on-black',
    size: [1280, 800],
    wallpaper: 'black',
    manager: openbox,
    programs: [blackTerminal([100, 80]), darkTerminal([480, 300, 560, 380])],
  },
  {
    name: 'light-on-light',
    size: [1366, 768],
    wallpaper: 'light',
    manager: openbox,
    programs: [editor([50, 40, 600, 480]), writer([500, 160, 760, 540])],
  },
  {
    name: 'ice-table-plot',
    size: [1440, 900],
    wallpaper: 'soft',
    manager: icewm,
    programs: [table([30, 40, 800, 560]), plotter([780, 380])],
  },
  {
    name: 'ice-menu',
    size: [1280, 800],
    wallpaper: 'plain',
    manager: icewm,
    programs: [editor([200, 60, 760, 560])],
    moves: [
      ['mousemove', '30', '788', 'click', '1'],
      ['mousemove', '60', '600'],
    ],
  },
  {
    name: 'editor-menu',
    size: [1280, 800],
    wallpaper: 'slope',
    manager: openbox,
    programs: [folders([420, 40, 760, 520]), editor([60, 120, 700, 520])],
    moves: [['key', 'alt+e']],
  },
  {
    name: 'table-menu',
    size: [1600, 900],
    wallpaper: 'hills',
    manager: openbox,
    programs: [terminal([900, 60]), table([120, 80, 900, 640])],
    moves: [['key', 'alt+i']],
  },
  {
    name: 'root-menu',
    size: [1024, 768],
    wallpaper: 'plain',
    manager: openbox,
    programs: [blackTerminal([40, 40]), calculator([620, 120])],
    moves: [
      ['mousemove', '560', '420', 'click', '3'],
      ['mousemove', '600', '470'],
    ],
  },
  {
    name: 'jwm-files',
    size: [1280, 800],
    wallpaper: 'light',
    manager: jwm,
    programs: [folders([60, 40, 700, 480]), calculator([700, 220]), terminal([420, 420])],
  },
  {
    name: 'drawing',
    size: [1440, 900],
    wallpaper: 'plain',
    manager: openbox,
    programs: [drawing([40, 40]), plotter([820, 60]), calculator([980, 480])],
  },
  {
    name: 'crowded',
    size: [1920, 1080],
    wallpaper: 'slope',
    manager: openbox,
    programs: [
      panel,
      table([40, 60, 840, 560]),
      editor([760, 100, 720, 520]),
      files([300, 420, 760, 520]),
      plotter([1240, 540]),
      calculator([1500, 80]),
    ],
  },
  {
    name: 'maximised',
    size: [1280, 1024],
    wallpaper: 'plain',
    manager: icewm,
    programs: [writer([0, 0, 1270, 960])],
    moves: [['key', 'alt+F10']],
  },
  {
    name: 'maximised-dialog',
    size: [1366, 768],
    wallpaper: 'soft',
    manager: openbox,
    programs: [panel, writer([0, 0, 1360, 700]), calculator([480, 200])],
  },
  {
    name: 'small-windows',
    size: [1024, 768],
    wallpaper: 'hills',
    manager: icewm,
    programs: [
      calculator([60, 60]),
      terminal([360, 60, 420, 240]),
      calculator([520, 380]),
      terminal([80, 430, 380, 220]),
    ],
  },
  {
    name: 'portrait',
    size: [900, 1440],
    wallpaper: 'slope',
    manager: openbox,
    programs: [editor([40, 60, 760, 560]), darkTerminal([100, 760, 640, 480]), files([220, 480, 620, 420])],
  },
  {
    name: 'coder-terminals',
    size: [1680, 1050],
    wallpaper: 'soft',
    manager: jwm,
    programs: [coder([60, 40, 900, 700]), darkTerminal([820, 90, 620, 380]), blackTerminal([900, 540])],
  },
  {
    name: 'flux-workbench',
    size: [1600, 900],
    wallpaper: 'dusk',
    manager: fluxbox,
    programs: [workbench([60, 40, 900, 640]), shell([700, 300, 700, 420])],
  },
  {
    name: 'flux-menu',
    size: [1280, 800],
    wallpaper: 'grey',
    manager: fluxbox,
    programs: [leaf([80, 60, 640, 480]), keys([800, 120])],
    moves: [
      ['mousemove', '760', '560', 'click', '3'],
      ['mousemove', '790', '600'],
    ],
  },
  {
    name: 'two-pads',
    size: [1440, 900],
    wallpaper: 'slope',
    manager: metacity,
    programs: [pad([60, 60, 760, 560]), lister([560, 260, 760, 460])],
  },
  {
    name: 'table-plot-reckoner',
    size: [1920, 1080],
    wallpaper: 'hills',
    manager: metacity,
    programs: [table([80, 60, 1000, 700]), plotter([1000, 200]), reckoner([300, 600])],
  },
  {
    name: 'workbench-menu',
    size: [1366, 768],
    wallpaper: 'light',
    manager: metacity,
    programs: [workbench([40, 40, 900, 620])],
    moves: [['key', 'alt+f']],
  },
  {
    name: 'lister-viewer',
    size: [1280, 800],
    wallpaper: 'black',
    manager: fvwm,
    programs: [lister([80, 80, 640, 420]), viewer([500, 260, 600, 440])],
  },
  {
    name: 'ice-pads',
    size: [1680, 1050],
    wallpaper: 'soft',
    manager: icewm,
    programs: [pad([60, 60, 800, 600]), plotter([760, 380]), lister([900, 80, 640, 360])],
  },
  {
    name: 'xfwm-terminal-plotter',
    size: [1440, 900],
    wallpaper: 'slope',
    manager: xfwm,
    programs: [console([60, 60, 640, 420]), graph([520, 260])],
  },
  {
    name: 'xfwm-shadows',
    size: [1366, 768],
    wallpaper: 'plain',
    manager: xfwmWithShadows,
    programs: [quill([60, 60, 700, 520]), tabbed([500, 240, 680, 400])],
  },
  {
    name: 'pek-files-reckoner',
    size: [1920, 1080],
    wallpaper: 'light',
    manager: pekwm,
    programs: [
      cabinet([60, 60, 860, 600]),
      formula([760, 120, 480, 420]),
      plotter([1100, 500]),
      jotter([300, 560, 700, 420]),
    ],
  },
  {
    name: 'ctwm-leaf-plotter',
    size: [1280, 800],
    wallpaper: 'plain',
    manager: ctwm,
    programs: [jotter([60, 60, 640, 460]), graph([560, 240])],
  },
  {
    name: 'xfwm-table-menu',
    size: [1280, 800],
    wallpaper: 'hills',
    manager: xfwm,
    programs: [console([500, 60, 640, 420]), table([60, 120, 820, 560])],
    moves: [['key', 'alt+f']],
  },
  {
    name: 'plotter-warning',
    size: [1366, 768],
    wallpaper: 'grey',
    manager: openbox,
    programs: [graph([700, 60]), drawers([80, 120, 760, 520])],
    moves: [['key', 'alt+f']],
  },
  {
    name: 'xfwm-folders',
    size: [1366, 768],
    wallpaper: 'light',
    manager: xfwm,
    programs: [folders([30, 30, 700, 480]), plotter([660, 180]), jotter([300, 360, 640, 380])],
  },
  {
    name: 'xfwm-writer-menu',
    size: [1600, 900],
    wallpaper: 'dusk',
    manager: xfwm,
    programs: [writer([60, 50, 760, 600]), slate([640, 320, 760, 460])],
    moves: [['key', 'alt+f']],
  },
  {
    name: 'pek-plotter-shell',
    size: [1440, 900],
    wallpaper: 'slope',
    manager: pekwm,
    programs: [table([40, 40, 880, 620]), graph([760, 160]), shell([300, 480, 640, 360])],
  },
  {
    name: 'ctwm-editor',
    size: [1280, 1024],
    wallpaper: 'grey',
    manager: ctwm,
    programs: [editor([60, 200, 700, 520]), calculator([640, 140]), terminal([420, 560])],
  },
  {
    name: 'flux-three',
    size: [1440, 900],
    wallpaper: 'plain',
    manager: fluxbox,
    programs: [quill([60, 40, 760, 560]), graph([700, 120]), console([240, 420, 680, 400])],
  },
  {
    name: 'metacity-three',
    size: [1680, 1050],
    wallpaper: 'light',
    manager: metacity,
    programs: [table([60, 60, 900, 640]), jotter([800, 120, 640, 480]), sums([560, 480])],
  },
  {
    name: 'writer-reckoner',
    size: [1280, 800],
    wallpaper: 'dusk',
    manager: openbox,
    programs: [quill([40, 40, 760, 560]), formula([720, 80, 460, 400]), tabbed([260, 360, 640, 380])],
  },
  { name: 'empty-panel', size: [1280, 720], wallpaper: 'hills', manager: icewm, programs: [] },
];

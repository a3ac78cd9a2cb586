import { createCanvas, type SKRSContext2D } from '@napi-rs/canvas';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import type { Raster } from '../raster/raster.ts';
import { checkPicture } from './checkPicture.ts';
import { pictureFacts } from './pictureFacts.ts';

/** Pages as programs show them (made up): what is said of them, whatever they are drawn with. */
const [WIDTH, HEIGHT] = [1000, 700];

function drawn(paper: string, draw: (c: SKRSContext2D) => void = () => {}): Raster {
  const context = createCanvas(WIDTH, HEIGHT).getContext('2d');
  context.fillStyle = paper;
  context.fillRect(0, 0, WIDTH, HEIGHT);
  draw(context);
  const { data } = context.getImageData(0, 0, WIDTH, HEIGHT);
  return { width: WIDTH, height: HEIGHT, data: new Uint8ClampedArray(data.buffer) };
}

function text(
  c: SKRSContext2D,
  ink: string,
  size: number,
  lines: readonly string[],
  x: number,
  y: number,
): void {
  c.fillStyle = ink;
  c.font = `${size}px "DejaVu Sans"`;
  for (const [i, line] of lines.entries()) c.fillText(line, x, y + i * size * 1.4);
}

async function asJpeg({ width, height, data }: Raster): Promise<Raster> {
  const raw = sharp(Buffer.from(data), { raw: { width, height, channels: 4 } });
  const coded = await raw.flatten().jpeg({ quality: 60 }).toBuffer();
  const pixels = await sharp(coded).ensureAlpha().raw().toBuffer();
  return { width, height, data: new Uint8ClampedArray(pixels) };
}

const codes = (raster: Raster) => checkPicture(pictureFacts(raster)).map(({ code }) => code);

describe('a video that came out black', () => {
  const film = { x: 60, y: 80, width: 700, height: 400 };
  const page = (over: (c: SKRSContext2D) => void, paper = '#ffffff') =>
    drawn(paper, (c) => {
      text(
        c,
        '#888888',
        14,
        Array(8).fill('The valve is turned and the flow read again, and so on'),
        60,
        520,
      );
      c.fillStyle = '#000000';
      c.fillRect(film.x, film.y, film.width, film.height);
      over(c);
    });
  const right = film.x + film.width;
  const low = film.y + film.height;
  it.each<[string, (c: SKRSContext2D) => void]>([
    ['nothing', () => {}],
    ['a sign in its middle', (c) => text(c, '#ffffff', 64, ['▶'], film.x + 320, film.y + 225)],
    ['a caption', (c) => text(c, '#ffffff', 22, ['and then we turn the valve'], film.x + 210, low - 80)],
    [
      'controls that reach from edge to edge',
      (c) => {
        c.fillStyle = '#777777';
        c.fillRect(film.x, low - 44, film.width, 5);
        text(c, '#eeeeee', 14, ['12:03 / 45:20'], film.x + 12, low - 14);
      },
    ],
    [
      'controls with room at both sides',
      (c) => {
        c.fillStyle = '#777777';
        c.fillRect(film.x + 40, low - 44, film.width - 80, 5);
        text(c, '#eeeeee', 14, ['12:03'], film.x + 12, low - 14);
      },
    ],
    [
      'a title and controls',
      (c) => {
        text(c, '#ffffff', 20, ['Lecture 4: springs'], film.x + 16, film.y + 30);
        text(c, '#eeeeee', 14, ['▶ 0:03'], film.x + 12, low - 14);
      },
    ],
    ['a sign at its upper right', (c) => text(c, '#ffffff', 18, ['HD'], right - 40, film.y + 28)],
  ])('is told with %s over it, on light and on dark, also from a JPEG', async (_, over) => {
    for (const paper of ['#ffffff', '#181818']) {
      const raster = page(over, paper);
      expect(codes(raster), paper).toEqual(['black-area']);
      expect(codes(await asJpeg(raster)), `${paper}, JPEG`).toEqual(['black-area']);
    }
  });
  it('has its place in the finding', () => {
    const [finding] = checkPicture(
      pictureFacts(page((c) => text(c, '#fff', 64, ['▶'], film.x + 320, film.y + 225))),
    );
    expect(finding?.place).toEqual({ box: { x: 64, y: 80, width: 688, height: 400 } });
  });
  it('is one of two that are black, as those of two who talk', () => {
    const two = drawn('#222222', (c) => {
      c.fillStyle = '#000000';
      for (const x of [40, 520]) c.fillRect(x, 100, 440, 480);
      text(
        c,
        '#dddddd',
        14,
        ['mute   share   leave and whatever else such a bar holds in it', 'with its names'],
        300,
        640,
      );
    });
    expect(codes(two)).toEqual(['black-area']);
  });
});

describe('a page on black of which nothing is missing', () => {
  const menu = (c: SKRSContext2D) => {
    c.fillStyle = '#dddddd';
    c.fillRect(0, 0, WIDTH, 28);
    text(c, '#222222', 14, ['File   Edit   View   Help'], 10, 20);
  };
  const row = 'readings of the stage at noon and once more in the evening';
  it.each<[string, (c: SKRSContext2D) => void]>([
    [
      'a terminal with one line',
      (c) => {
        menu(c);
        text(c, '#cccccc', 15, ['user@bench:~$ ls'], 4, 48);
      },
    ],
    ['a terminal with four lines', (c) => text(c, '#cccccc', 15, Array(4).fill(row), 4, 18)],
    [
      'an editor in a terminal with its line of state below',
      (c) => {
        text(c, '#dddddd', 15, Array(5).fill(row), 4, 18);
        text(c, '#dddddd', 15, ['"readings.txt" 5L, 120B'], 4, HEIGHT - 8);
      },
    ],
    [
      'a table that ends half way',
      (c) => {
        for (let y = 0; y < 20; y++) text(c, '#dddddd', 13, [`${row}   ${row}`], 12, 20 + y * 18);
      },
    ],
    [
      'a drawing of a few lines',
      (c) => {
        menu(c);
        c.strokeStyle = '#00aaaa';
        for (const [x, y, r] of [
          [200, 300, 60],
          [480, 200, 30],
          [600, 420, 90],
          [820, 300, 50],
        ] as const) {
          c.beginPath();
          c.arc(x, y, r, 0, 2 * Math.PI);
          c.stroke();
        }
      },
    ],
    [
      'a trace',
      (c) => {
        text(c, '#88ff88', 14, ['CH1  2 V/div   trigger on the edge that rises   1 ms'], 8, 18);
        c.strokeStyle = '#ffff00';
        c.lineWidth = 2;
        c.beginPath();
        for (let x = 0; x < WIDTH; x++) c.lineTo(x, 360 + 180 * Math.sin(x / 40));
        c.stroke();
      },
    ],
  ])('is left alone: %s', async (_, draw) => {
    const raster = drawn('#000000', draw);
    expect(codes(raster)).toEqual([]);
    expect(codes(await asJpeg(raster)), 'JPEG').toEqual([]);
  });
});

describe('a page with little on it', () => {
  it('is not all black with two short lines on it, and at most nearly blank with one', () => {
    const lines = (count: number) =>
      drawn('#000000', (c) =>
        text(c, '#cccccc', 11, Array(count).fill('readings at noon, and so on'), 4, 14),
      );
    expect(codes(lines(2))).toEqual([]);
    expect(codes(lines(1))).toEqual(['nearly-blank']);
  });
  it('is not blank with a heading of two words in large letters', () => {
    expect(codes(drawn('#112233', (c) => text(c, '#445566', 60, ['valve torque'], 300, 370)))).toEqual([]);
  });
  it('is not blurred with nothing but thin curves', () => {
    const curve = drawn('#ffffff', (c) => {
      c.strokeStyle = '#888888';
      c.lineWidth = 1.92;
      c.beginPath();
      c.moveTo(80, 30);
      c.lineTo(80, 640);
      c.lineTo(960, 640);
      c.stroke();
      c.strokeStyle = '#2288cc';
      c.beginPath();
      for (let x = 80; x < 960; x++) c.lineTo(x, 640 - 560 * (1 - Math.exp((80 - x) / 160)));
      c.stroke();
    });
    expect(codes(curve)).toEqual([]);
  });
  it('is nearly blank with a bar above and a line of state below that has no border', () => {
    const empty = drawn('#ffffff', (c) => {
      c.fillStyle = '#e4e4e4';
      c.fillRect(0, 0, WIDTH, 30);
      text(c, '#222222', 14, ['File   Edit   View   Insert   Help'], 10, 20);
      text(c, '#222222', 13, ['Page 1 of 1   0 words   English   100 %   ready'], 10, HEIGHT - 9);
    });
    expect(codes(empty)).toEqual(['nearly-blank']);
  });
  it('is one colour with a pointer on it, and nearly blank with what turns while it loads', () => {
    const pointer = drawn('#ffffff', (c) => {
      c.fillStyle = '#000000';
      c.beginPath();
      c.moveTo(400, 300);
      c.lineTo(400, 317);
      c.lineTo(411, 312);
      c.fill();
    });
    expect(codes(pointer)).toEqual(['one-colour']);
    const turning = drawn('#ffffff', (c) => {
      c.strokeStyle = '#4488cc';
      c.lineWidth = 6;
      c.beginPath();
      c.arc(500, 350, 40, 0, 5);
      c.stroke();
    });
    expect(codes(turning)).toEqual([expect.stringMatching(/nearly-blank|one-colour/)]);
  });
});

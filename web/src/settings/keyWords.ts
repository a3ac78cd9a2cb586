/** A part of the application with keys of its own. Whatever it draws says `data-keys` with the name of its part. */
export interface KeyPart {
  title: string;
  keys: ReadonlyArray<readonly [string, string]>;
}

/** Every key there is, by the part of the page it belongs to. */
export const KEY_PARTS: Readonly<Record<string, KeyPart>> = {
  everywhere: {
    title: 'Everywhere',
    keys: [
      ['?', 'shows the keys of the page'],
      ['Esc', 'closes what lies over the page, or goes one step back in it'],
    ],
  },
  sheet: {
    title: 'Proof sheet',
    keys: [
      ['Ctrl V', 'takes the picture on the clipboard'],
      ['Ctrl Z', 'takes the last change back'],
      ['T', 'takes a picture of what is shared'],
      ['Shift T', 'takes it after the delay'],
    ],
  },
  framing: {
    title: 'Framing',
    keys: [
      ['R, W, O', 'region, window or part, outline'],
      ['1 to 9', 'one of the displays that were found'],
      ['arrows', 'move the frame by a pixel, with Shift by ten'],
      ['Alt arrows', 'move its lower right corner'],
      ['Ctrl arrows', 'move its upper left corner'],
      ['M, held', 'moves a region while it is drawn'],
      ['Ctrl Z, Ctrl Y', 'takes the last change back, or makes it again'],
      ['Enter', 'accepts the frame'],
    ],
  },
  bench: {
    title: 'Bench',
    keys: [
      ['a, b, c …', 'puts that pin under the pointer, or chooses it'],
      ['1 to 6', 'Point, Say, Measure, Hide, Trim, Finish; once more goes to the next tool'],
      ['Insert', 'puts a mark, or does a step, in the middle of the picture'],
      ['arrows', 'move what is chosen by a pixel, with Shift by ten'],
      ['Alt arrows', 'move its last corner or end'],
      ['Delete', 'removes what is chosen'],
      ['Ctrl Z, Ctrl Y', 'takes the last change back, or makes it again'],
      ['Enter', 'ends; with Ctrl also while writing'],
    ],
  },
  grid: {
    title: 'Grid',
    keys: [
      ['arrows', 'walk from cell to cell'],
      ['1, 2, 3', 'shown, partly shown, not shown; 0 clears'],
      ['Shift 1', 'all of the cell is shown'],
      ['a, b, c …', 'chooses a must-show; once more goes to its pin'],
      ['N', 'goes to the next cell that is open'],
      ['X', 'puts the hand-in aside, or takes it back'],
      ['. and ,', 'the next picture of a proof point that has several, and the one before'],
      ['T', 'its pictures together, or one large'],
      ['V', 'hides pins and marks'],
      ['W', 'compares with another attempt, or with another student'],
      ['Enter', 'opens the page of the hand-in'],
    ],
  },
  stage: {
    title: 'A picture, large',
    keys: [
      ['+ and −', 'larger and smaller'],
      ['Home', 'all of it'],
      ['End', 'its actual pixels'],
      ['Ctrl arrows', 'move the view'],
      ['Ctrl wheel', 'zooms at the pointer'],
    ],
  },
  moments: {
    title: 'Moments, one by one',
    keys: [
      ['← →', 'the moment before and after'],
      ['Enter', 'takes this one'],
    ],
  },
  review: {
    title: 'Review',
    keys: [
      ['a, b, c …', 'chooses that must-show; once more goes to its pin'],
      ['1, 2, 3', 'shown, partly shown, not shown; goes on to the next open one'],
      ['0', 'takes the verdict back'],
      ['Shift 1', 'all of this proof point are shown'],
      ['← →', 'the proof point before and after'],
      ['Page Up, Page Down', 'the hand-in before and after'],
      ['N', 'the next one that waits'],
      [
        'R',
        'a remark in the middle of the picture, to be moved by a click; on all of it where there is none',
      ],
      ['. and ,', 'the next picture of a proof point that has several, and the one before'],
      ['T', 'its pictures together, or one large'],
      ['V', 'shows and hides pins and marks'],
      ['W', 'compares with another attempt, or with another student'],
    ],
  },
  second: {
    title: 'Second marking',
    keys: [
      ['a, b, c …', 'chooses that must-show; once more goes to its pin'],
      ['1, 2, 3', 'shown, partly shown, not shown; goes on to the next open one'],
      ['0', 'takes the verdict back'],
      ['Shift 1', 'all of this proof point are shown'],
      ['← →', 'the proof point before and after'],
      ['Page Up, Page Down', 'the hand-in before and after'],
      ['N', 'the next one that is not done'],
      ['. and ,', 'the next picture of a proof point that has several, and the one before'],
      ['T', 'its pictures together, or one large'],
      ['V', 'shows and hides pins and marks'],
      ['Enter', 'done, once all is judged'],
    ],
  },
  asReviewer: {
    title: 'As your instructor sees it',
    keys: [
      ['a, b, c …', 'chooses that must-show; once more goes to its pin'],
      ['← →', 'the proof point before and after'],
      ['. and ,', 'the next picture of a proof point that has several, and the one before'],
      ['T', 'its pictures together, or one large'],
      ['V', 'shows and hides pins and marks'],
    ],
  },
  compare: {
    title: 'Compare',
    keys: [
      ['1, 2, 3, 4', 'beside each other, one over the other, in turns, what differs'],
      ['. and ,', 'the next place that differs, and the one before'],
      ['← →', 'the picture before and after the one it is compared with'],
      ['T', 'in turns: the other one'],
      ['Escape', 'back to the review'],
    ],
  },
};

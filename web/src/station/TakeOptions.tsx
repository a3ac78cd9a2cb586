import { COPY_TO, PRESET_FRAMINGS } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { CopyFolder } from '../copies/CopyFolder.tsx';
import { Check } from '../ui/Check.tsx';
import { Choices } from '../ui/Choices.tsx';
import { NumberField } from '../ui/NumberField.tsx';
import { changeTakeSettings, lastRegion, useTakeSettings } from '../waysIn/settings.ts';

const field = 'h-9 border border-edge bg-card px-2';

const FRAMING_WORDS = {
  whole: 'I choose each time',
  display: 'one display',
  window: 'a window or part',
  region: 'the same region',
  outline: 'an outline',
} as const;

const COPY_WORDS = { nowhere: 'nowhere', folder: 'to a folder', clipboard: 'to the clipboard' } as const;

/** How the next pictures are taken; what a preset keeps. */
export function TakeOptions(): ReactNode {
  const settings = useTakeSettings();
  const change = changeTakeSettings;
  const region = settings.box ?? lastRegion();
  return (
    <section aria-labelledby="how" className="flex flex-col gap-2">
      <h2 id="how" className="text-base">
        How
      </h2>
      <label className="flex items-center justify-between gap-2">
        Ask the browser for
        <select
          value={settings.surface}
          onChange={(event) => change({ surface: event.target.value as typeof settings.surface })}
          className={field}
        >
          <option value="any">anything</option>
          <option value="display">a display</option>
          <option value="window">a window</option>
          <option value="tab">a tab</option>
        </select>
      </label>
      <Check checked={settings.pointer} onChecked={(pointer) => change({ pointer })}>
        With the pointer, where the browser can
      </Check>
      <label className="flex items-center justify-between gap-2">
        Delay
        <span>
          <NumberField
            min={0}
            max={10}
            value={settings.delay}
            onChange={(value) => {
              const delay = Math.round(value);
              if (delay >= 0 && delay <= 10) change({ delay });
            }}
            className={`${field} w-16 font-mono`}
          />{' '}
          s
        </span>
      </label>
      <Check checked={settings.sound} onChecked={(sound) => change({ sound })}>
        Let the countdown be heard
      </Check>
      <label className="flex items-center justify-between gap-2">
        Framing
        <select
          value={settings.framing}
          onChange={(event) => {
            const framing = event.target.value as typeof settings.framing;
            change({ framing, box: framing === 'region' ? region : null });
          }}
          className={field}
        >
          {PRESET_FRAMINGS.map((framing) => (
            <option key={framing} value={framing} disabled={framing === 'region' && !region}>
              {FRAMING_WORDS[framing]}
            </option>
          ))}
        </select>
      </label>
      {settings.framing === 'region' && settings.box && (
        <p className="font-mono text-sm text-faded">
          {settings.box.width} × {settings.box.height} at {settings.box.x}, {settings.box.y}
        </p>
      )}
      <label className="flex items-center justify-between gap-2">
        Scale to a width of
        <NumberField
          min={16}
          max={20_000}
          placeholder="as it is"
          value={settings.width}
          onChange={(value) => {
            const width = Math.round(value);
            if (width >= 16 && width <= 20_000) change({ width });
          }}
          onClear={() => change({ width: null })}
          className={`${field} w-32 font-mono`}
        />
      </label>
      <label className="flex items-center justify-between gap-2">
        A copy also goes
        <select
          value={settings.copyTo}
          onChange={(event) => change({ copyTo: event.target.value as typeof settings.copyTo })}
          className={field}
        >
          {COPY_TO.map((to) => (
            <option key={to} value={to}>
              {COPY_WORDS[to]}
            </option>
          ))}
        </select>
      </label>
      {settings.copyTo === 'folder' && <CopyFolder />}
      <Check checked={settings.series} onChecked={(series) => change({ series })}>
        Series: stay ready for the next picture
      </Check>
      {settings.series && (
        <Choices
          label="Where a series goes"
          value={settings.target}
          options={[
            { value: 'next', content: 'each to the next point' },
            { value: 'same', content: 'all to the same' },
            { value: 'plate', content: 'on this plate' },
            { value: 'new-plate', content: 'on a new plate' },
          ]}
          onChoose={(target) => change({ target })}
        />
      )}
    </section>
  );
}

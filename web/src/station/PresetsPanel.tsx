import {
  PRESET_FILE_KIND,
  type Preset,
  type PresetFile,
  PresetSettings,
  type PresetWrite,
  readPresetFile,
} from '@nachweis/contract';
import { Download, Trash2, Upload } from 'lucide-react';
import { type FormEvent, type ReactNode, useEffect, useRef, useState } from 'react';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { useApi } from '../api/useApi.ts';
import { useIds } from '../api/useIds.ts';
import { Button, KeyCap } from '../ui/Button.tsx';
import { textOf } from '../ui/chosenFile.ts';
import { FileButton } from '../ui/FileButton.tsx';
import { toast } from '../ui/notices.ts';
import { saveAs } from '../ui/saveAs.ts';
import { useOneAtATime } from '../ui/useOneAtATime.ts';
import { changeTakeSettings, takeSettings } from '../waysIn/settings.ts';
import { presetFileSentence } from '../words/fields.ts';

/** Ways of taking a picture under a name, to be used again by a click or a key. */
export function PresetsPanel({
  onUse,
  listening,
}: {
  onUse: (settings: PresetSettings) => void;
  /** whether keys use presets now; not while a dialog has them */
  listening: boolean;
}): ReactNode {
  const { data: presets = [], mutate } = useApi('listPresets', {});
  const [name, setName] = useState('');
  const [key, setKey] = useState('');
  const ids = useIds();
  const use = (preset: Preset) => {
    changeTakeSettings(preset.settings);
    onUse(preset.settings);
  };
  const latest = useRef({ presets, use });
  latest.current = { presets, use };

  useEffect(() => {
    if (!listening) return;
    const onKey = (event: KeyboardEvent) => {
      if (!event.altKey || !event.shiftKey || event.ctrlKey || event.metaKey) return;
      // By its place on the keyboard: with Alt some systems give another letter.
      const pressed = event.code.replace(/^(Key|Digit)/, '').toLowerCase();
      const preset = latest.current.presets.find((p) => p.key !== '' && p.key === pressed);
      if (!preset) return;
      event.preventDefault();
      latest.current.use(preset);
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, [listening]);

  const save = async (writes: PresetWrite[]) => {
    for (const [place, body] of writes.entries())
      await mutate(
        callApi('putPreset', { params: { presetId: ids.of(`${place} ${JSON.stringify(body)}`) }, body }),
        { revalidate: false },
      );
    ids.made();
  };
  const told = async (work: () => Promise<unknown>, done = '') => {
    try {
      await work();
      if (done) toast.success(done);
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  };
  const keep = useOneAtATime(() =>
    told(async () => {
      await save([{ name, key: key.toLowerCase(), settings: PresetSettings.parse(takeSettings()) }]);
      setName('');
      setKey('');
    }, `“${name}” is kept.`),
  );
  const onSubmit = (event: FormEvent) => {
    event.preventDefault();
    keep();
  };
  const importFile = async (file: File) => {
    const text = await textOf(file);
    if (text === null) return;
    const read = readPresetFile(text);
    if (!read.ok) toast.error(presetFileSentence(file.name, read));
    else {
      const { writes, without } = withFreeKeys(read.presets, presets);
      const lost = without === 0 ? '' : ` ${without} without a key: others here have it.`;
      await told(() => save(writes), `${writes.length} imported.${lost}`);
    }
  };
  const exportAll = () => {
    const content: PresetFile = {
      kind: PRESET_FILE_KIND,
      version: 1,
      presets: presets.map(({ name, key, settings }) => ({ name, key, settings })),
    };
    saveAs(
      new Blob([JSON.stringify(content, null, 2)], { type: 'application/json' }),
      'nachweis-presets.json',
    );
  };
  const remove = (preset: Preset) =>
    told(async () => {
      await mutate(callApi('removePreset', { params: { presetId: preset.id } }), { revalidate: false });
      const { name, key, settings } = preset;
      toast.success(`“${name}” is removed.`, {
        action: { label: 'Undo', onClick: () => void told(() => save([{ name, key, settings }])) },
      });
    });

  return (
    <section aria-labelledby="presets">
      <h2 id="presets" className="text-base">
        Presets
      </h2>
      <ul className="mt-1">
        {presets.map((preset) => (
          <li key={preset.id} className="flex items-center gap-1 border-b border-rule">
            <button
              type="button"
              onClick={() => use(preset)}
              className="min-w-0 flex-1 py-1 text-left hover:bg-verdigris-wash"
            >
              <span className="written font-semibold text-verdigris-deep">{preset.name}</span>{' '}
              {preset.key && <KeyCap>Alt ⇧ {preset.key.toUpperCase()}</KeyCap>}
              <span className="block text-sm text-faded">{inWords(preset.settings)}</span>
            </button>
            <Button
              small
              look="quiet"
              aria-label={`Remove ${preset.name}`}
              onClick={() => void remove(preset)}
            >
              <Trash2 size={16} aria-hidden />
            </Button>
          </li>
        ))}
        {presets.length === 0 && (
          <li className="text-sm text-faded">None yet. Set everything as you want it, then keep it here.</li>
        )}
      </ul>
      <form onSubmit={onSubmit} className="mt-2 flex flex-wrap items-end gap-2">
        <label className="min-w-0 flex-1 text-sm">
          Keep these settings as
          <input
            required
            maxLength={60}
            value={name}
            onChange={(event) => setName(event.target.value)}
            className="mt-0.5 block h-9 w-full border border-edge bg-card px-2"
          />
        </label>
        <label className="text-sm">
          Key
          <input
            maxLength={1}
            pattern="[A-Za-z0-9]?"
            value={key}
            onChange={(event) => setKey(event.target.value)}
            className="mt-0.5 block h-9 w-12 border border-edge bg-card px-2 font-mono"
          />
        </label>
        <Button type="submit" small>
          Keep
        </Button>
      </form>
      <div className="mt-2 flex gap-1">
        <Button small look="quiet" onClick={exportAll} disabled={presets.length === 0}>
          <Download size={16} aria-hidden /> Export
        </Button>
        <FileButton
          look="quiet"
          accept="application/json,.json"
          fileLabel="Preset file"
          onFile={(file) => void importFile(file)}
        >
          <Upload size={16} aria-hidden /> Import
        </FileButton>
      </div>
    </section>
  );
}

/** Takes the key from those whose key another preset has already; the rest of them is as good. */
function withFreeKeys(
  writes: readonly PresetWrite[],
  present: readonly Preset[],
): { writes: PresetWrite[]; without: number } {
  const used = new Set(present.map((preset) => preset.key).filter((key) => key !== ''));
  let without = 0;
  const free = writes.map((write) => {
    if (write.key === '') return write;
    if (used.has(write.key)) {
      without++;
      return { ...write, key: '' };
    }
    used.add(write.key);
    return write;
  });
  return { writes: free, without };
}

const SOURCE_WORDS = {
  'screen-share': 'Screen',
  'practice-desk': 'Practice desk',
  camera: 'Camera',
} as const;

const TARGET_WORDS = {
  same: 'all to the same',
  plate: 'on this plate',
  'new-plate': 'on a new plate',
} as const;

function inWords({ source, framing, box, delay, pointer, width, target, copyTo }: PresetSettings): string {
  return [
    SOURCE_WORDS[source],
    framing === 'region' && box ? `region ${box.width} × ${box.height} at ${box.x}, ${box.y}` : framing,
    `${delay} s`,
    pointer ? 'with pointer' : null,
    width ? `${width} wide` : null,
    target === 'next' ? null : TARGET_WORDS[target],
    copyTo === 'nowhere' ? null : `a copy to ${copyTo === 'folder' ? 'a folder' : 'the clipboard'}`,
  ]
    .filter((part) => part !== null)
    .join(' · ');
}

import { Redo2, Undo2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { Button, KeyCap } from '../ui/Button.tsx';
import { TOOL_GROUPS, type Tool } from './tools.ts';
import type { Finger } from './useFinger.ts';
import type { WorkHistory } from './useWorkHistory.ts';

interface BenchBarProps {
  tool: Tool;
  onTool: (tool: Tool) => void;
  /** called with the tool under the pointer or the focus, and null when it leaves */
  onLook: (tool: Tool | null) => void;
  history: WorkHistory;
  finger: Finger;
}

/** The tools of the bench, by what they are for. */
export function BenchBar({ tool, onTool, onLook, history, finger }: BenchBarProps): ReactNode {
  return (
    <div
      role="toolbar"
      aria-label="Tools"
      className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule bg-card px-3 py-1"
    >
      {TOOL_GROUPS.map((group) => (
        // biome-ignore lint/a11y/useSemanticElements: tools of a bar are no fields of a form
        <div
          key={group.key}
          role="group"
          aria-label={group.label}
          className="flex flex-wrap items-center gap-1"
        >
          <span className="flex items-center gap-1 text-sm text-faded">
            {/* One tool says itself what its group is for. */}
            {group.tools.length > 1 && group.label} <KeyCap>{group.key}</KeyCap>
          </span>
          {group.tools.map((one) => (
            <Button
              key={one.name}
              small
              look="quiet"
              className="px-2"
              aria-pressed={one.name === tool.name}
              title={`${one.hint} Key: ${group.key}`}
              onClick={() => onTool(one)}
              onPointerEnter={() => onLook(one)}
              onPointerLeave={() => onLook(null)}
              onFocus={() => onLook(one)}
              onBlur={() => onLook(null)}
            >
              {one.label}
            </Button>
          ))}
        </div>
      ))}
      {finger.besidePen && (
        <label className="flex items-center gap-1 text-sm">
          <input
            type="checkbox"
            className="size-4 accent-verdigris"
            checked={finger.draws}
            onChange={(event) => finger.letDraw(event.target.checked)}
          />
          A finger draws, too
        </label>
      )}
      <span className="ml-auto flex">
        <Button
          small
          look="quiet"
          aria-label="Undo"
          title="Undo (Ctrl Z)"
          disabled={!history.canUndo}
          onClick={history.undo}
        >
          <Undo2 size={16} aria-hidden />
        </Button>
        <Button
          small
          look="quiet"
          aria-label="Redo"
          title="Redo (Ctrl Y)"
          disabled={!history.canRedo}
          onClick={history.redo}
        >
          <Redo2 size={16} aria-hidden />
        </Button>
      </span>
    </div>
  );
}

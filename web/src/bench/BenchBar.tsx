import { Redo2, Undo2 } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { Button, KeyCap } from '../ui/Button.tsx';
import { Check } from '../ui/Check.tsx';
import { classes } from '../ui/classes.ts';
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

/** The tools of the bench, by what they are for. Where there is little room, one group of them lies open. */
export function BenchBar({ tool, onTool, onLook, history, finger }: BenchBarProps): ReactNode {
  const own = TOOL_GROUPS.find(({ tools }) => tools.some(({ name }) => name === tool.name))?.key ?? '';
  const [opened, setOpened] = useState({ key: own, by: tool });
  // A tool that was taken by its key lies in the group that is open then.
  const open = opened.by === tool ? opened.key : own;
  return (
    <div
      role="toolbar"
      aria-label="Tools"
      className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule bg-card px-3 py-1 max-md:gap-x-1 max-md:px-1.5"
    >
      {/* biome-ignore lint/a11y/useSemanticElements: what opens a group is no field of a form */}
      <div
        role="group"
        aria-label="Groups of tools"
        className="flex flex-wrap items-center gap-x-0.5 md:hidden"
      >
        {TOOL_GROUPS.map(({ key, label, tools: [first, ...others] }) => (
          <Button
            key={key}
            small
            look="quiet"
            className="gap-1 px-1.5 max-sm:px-0.5 aria-expanded:border-verdigris aria-expanded:bg-verdigris-wash"
            {...(others.length > 0
              ? { 'aria-expanded': key === open }
              : { 'aria-pressed': first?.name === tool.name })}
            onClick={() => (others.length > 0 ? setOpened({ key, by: tool }) : first && onTool(first))}
          >
            {label}
            <span className="max-sm:hidden">
              <KeyCap>{key}</KeyCap>
            </span>
          </Button>
        ))}
      </div>
      {TOOL_GROUPS.map((group) => (
        // biome-ignore lint/a11y/useSemanticElements: tools of a bar are no fields of a form
        <div
          key={group.key}
          role="group"
          aria-label={group.label}
          className={classes(
            'flex flex-wrap items-center gap-1 max-md:order-last max-md:basis-full',
            (group.key !== open || group.tools.length === 1) && 'max-md:hidden',
          )}
        >
          <span className="flex items-center gap-1 text-sm text-faded max-md:hidden">
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
        <Check checked={finger.draws} onChecked={finger.letDraw} className="text-sm max-md:order-3">
          A finger draws, too
        </Check>
      )}
      <span className="ml-auto flex">
        <Button
          small
          look="quiet"
          className="max-sm:px-1.5"
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
          className="max-sm:px-1.5"
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

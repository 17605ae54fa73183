// The actions of the Desk's menus: Add, Tools, Export, and the menu beside Save.
import {
  ArrowRightLeft,
  BookOpen,
  Columns2,
  Copy,
  Download,
  FileOutput,
  FilePlus,
  GitBranch,
  Lock,
  MessageSquare,
  Trash2,
  Undo2,
} from 'lucide-react'
import type { NavigateFunction } from 'react-router'
import type { MacroText } from '../../../../core/firmware/spec.ts'
import { plural } from '../../../../core/format.ts'
import type { SavedRefrain } from '../../../../core/model/stored.ts'
import type { EditRequest } from '../../../../core/script/edits/edit.ts'
import { makers } from '../../../../core/script/makers/makers.ts'
import { hasUnsavedChange, useDesk } from '../../../state/desk.ts'
import type { Head } from '../../../state/desk-watch.ts'
import { openDialog } from '../../../state/dialogs.ts'
import { goBackToSaved } from '../../../state/opening.ts'
import { propose } from '../../../state/preview.ts'
import type { MenuAction } from '../../../state/registry.ts'
import { keepAsItCame } from '../../../state/saving.ts'
import { copyPlain, copySource, download } from './exporting.ts'
import type { OnRun } from './onRun.ts'

/** The line before which a new passage is inserted: after the selected lines, or at the end. */
function lineForNew(): number {
  const { open } = useDesk.getState()
  return open ? (open.selection ? open.selection.lastLine : open.text.split('\n').length) + 1 : 1
}

/** Refrains, macros for a host's config, and makers. */
export const addActions = (
  refrains: readonly Pick<SavedRefrain, 'id' | 'name' | 'text'>[],
  macros: readonly MacroText[],
): MenuAction[] => [
  ...refrains.map(({ id, name, text }) => ({
    id: `refrain ${id}`,
    title: name,
    about: `your refrain, ${plural(text.trimEnd().split('\n').length, 'line')}`,
    run: () => void propose({ do: 'put-refrain', name, text, at: lineForNew() }),
  })),
  ...macros.map(({ name, title, about }) => ({
    id: `macro ${name}`,
    title,
    about,
    run: () => void propose({ do: 'add-macro', macro: name }),
  })),
  ...makers.map(({ name, title, purpose, aliases }) => ({
    id: `maker ${name}`,
    title,
    about: purpose,
    aliases: `maker ${aliases}`,
    run: () => void propose({ do: 'make', maker: name, values: {}, at: lineForNew() }),
  })),
]

const tools: readonly [title: string, request: EditRequest][] = [
  ['Repair a damaged paste', { do: 'repair' }],
  ['Align the comments', { do: 'line-up' }],
  ['Probe without ooze', { do: 'probe-without-ooze', how: { cornerLiftMm: 10, settleS: 0 } }],
  ['Use relative extrusion', { do: 'count-filament', to: 'relative' }],
  ['Use absolute extrusion', { do: 'count-filament', to: 'absolute' }],
  ['Convert lengths to millimetres', { do: 'units', to: 'mm' }],
  ['Convert lengths to inches', { do: 'units', to: 'inch' }],
  ['Replace macro calls by their lines', { do: 'write-out' }],
]

export function toolActions(): MenuAction[] {
  const round = useDesk.getState().open?.shown?.round
  return [
    {
      id: 'unknown',
      title: 'Commands not known here…',
      when: (round?.unknown.length ?? 0) > 0,
      run: () => openDialog('unknown'),
    },
    {
      id: 'placeholders',
      title: 'Placeholders of a slicer…',
      when: (round?.placeholders.length ?? 0) > 0 || (round?.absent.size ?? 0) > 0,
      run: () => openDialog('placeholders'),
    },
    ...tools.map(([title, request]) => ({ id: title, title, run: () => void propose(request) })),
  ]
}

/** Whether the script contains values, settings or guards. */
const hasValues = (text: string): boolean => text.includes('@') || /^[ \t]*;[=?]/m.test(text)

export function exportActions(onRun: OnRun): MenuAction[] {
  const { open } = useDesk.getState()
  const withValues = open !== null && hasValues(open.text)
  return [
    {
      id: 'copy-plain',
      title: 'Copy in plain numbers, for this job',
      aliases: 'clipboard',
      icon: Copy,
      when: withValues,
      run: () => onRun(copyPlain),
    },
    {
      id: 'copy-source',
      title: withValues ? 'Copy the source, with its @ values' : 'Copy the text',
      aliases: 'clipboard',
      icon: Copy,
      run: () => onRun(copySource),
    },
    {
      id: 'download',
      title: 'Download as .gcode',
      aliases: 'save as file gcode',
      icon: Download,
      run: () => onRun(download),
    },
    {
      id: 'export',
      title: 'For one job, or with a slicer’s placeholders…',
      aliases: 'download file gcode macro translate',
      icon: FileOutput,
      run: () => openDialog('take-away'),
    },
    {
      id: 'go-back',
      title: 'Go back to the saved version',
      aliases: 'revert discard drop undo changes reset',
      icon: Undo2,
      when: open?.saved != null && hasUnsavedChange(open),
      run: () => void goBackToSaved(),
    },
  ]
}

/** None for a script that was never saved: its only way to save is the button. */
export function saveActions({ chosen, saved }: Head, onRun: OnRun, navigate: NavigateFunction): MenuAction[] {
  if (!saved) return []
  const { id, file, stock } = saved
  const { open } = useDesk.getState()
  const carryTo = carryAddress({ chosen, saved })
  return [
    {
      id: 'note',
      title: 'Save with a note…',
      aliases: 'why',
      icon: MessageSquare,
      when: !stock && open !== null && hasUnsavedChange(open),
      run: () => openDialog('note'),
    },
    {
      id: 'variant',
      title: 'Save as a variant…',
      aliases: 'branch copy try out',
      icon: GitBranch,
      run: () => openDialog('variant'),
    },
    {
      id: 'another',
      title: 'Save as another script…',
      aliases: 'copy duplicate new name',
      icon: FilePlus,
      run: () => openDialog('another'),
    },
    {
      id: 'history',
      title: 'Its history',
      aliases: 'revisions versions notes trials why earlier older revert restore changes log',
      icon: BookOpen,
      run: () => void navigate(`/history/${id}`),
    },
    {
      id: 'carry-over',
      title: file === null ? 'Carry over to…' : 'Carry over the called macro…',
      aliases: 'another printer firmware convert translate port adapt bring move',
      icon: ArrowRightLeft,
      when: carryTo !== null,
      run: () => void navigate(carryTo ?? ''),
    },
    {
      id: 'stock',
      title: stock ? 'Allow changes again' : 'Mark it as stock',
      aliases: 'lock protect read only keep as it came',
      icon: Lock,
      when: file !== null,
      run: () => onRun(() => keepAsItCame(!stock).then(() => '')),
    },
    {
      id: 'throw-away',
      title: 'Throw this file away…',
      aliases: 'delete remove bin trash',
      icon: Trash2,
      when: file !== null,
      run: () => openDialog('throw-away'),
    },
    {
      id: 'side-by-side',
      title: 'Side by side with the saved text',
      aliases: 'compare diff difference changes',
      icon: Columns2,
      run: () => void navigate(`/side-by-side?left=script-${id}&right=desk`),
    },
  ]
}

/** The address that carries over a script, or the called macro of a config or macro file; null without a call. */
function carryAddress({ chosen, saved }: Pick<Head, 'chosen' | 'saved'>): string | null {
  if (!saved) return null
  const call = chosen.opened?.call
  if (saved.file === null) return `/carry/${saved.id}`
  return call ? `/carry/${saved.id}?call=${encodeURIComponent(call)}` : null
}

// The items of the Desk's menus. Loaded when a menu or the finder is first opened.

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
import { type ReactNode, useEffect, useState } from 'react'
import { useNavigate } from 'react-router'
import type { MacroText } from '../../../../core/firmware/spec.ts'
import { plural } from '../../../../core/format.ts'
import { macroStorage } from '../../../../core/model/printer.ts'
import type { EditRequest } from '../../../../core/script/edits/edit.ts'
import { makers } from '../../../../core/script/makers/makers.ts'
import { useDesk } from '../../../state/desk.ts'
import { type Head, useHead, useUnsaved } from '../../../state/desk-watch.ts'
import { openDialog } from '../../../state/dialogs.ts'
import { goBackToSaved } from '../../../state/opening.ts'
import { propose } from '../../../state/preview.ts'
import { useRefrains } from '../../../state/queries.ts'
import { keepAsItCame } from '../../../state/saving.ts'
import { MenuItem } from '../../../ui/Menu.tsx'
import { copyPlain, copySource, download } from './exporting.ts'
import type { OnRun } from './onRun.ts'

type Running = { onRun: OnRun }

export function DeskItems({ of, ...running }: Running & { of: 'add' | 'tools' | 'export' | 'save' }) {
  if (of === 'add') return <AddItems />
  if (of === 'tools') return <ToolItems />
  return of === 'export' ? <ExportItems {...running} /> : <SaveItems {...running} />
}

/** A new passage is inserted after the selected lines, or at the end. */
function placeForNew(): number {
  const { open } = useDesk.getState()
  return open ? (open.selection ? open.selection.lastLine : open.text.split('\n').length) + 1 : 1
}

function AddItems() {
  const refrains = useRefrains().data ?? []
  return (
    <>
      {refrains.map(({ id, name, text }) => (
        <Described
          key={id}
          name={name}
          about={`your refrain, ${plural(text.trimEnd().split('\n').length, 'line')}`}
          onSelect={() => void propose({ do: 'put-refrain', name, text, at: placeForNew() })}
        />
      ))}
      <MacroItems />
      {makers.map(({ name, title, purpose, also }) => (
        <Described
          key={name}
          name={title}
          about={purpose}
          also={`maker ${also}`}
          onSelect={() => void propose({ do: 'make', maker: name, values: {}, at: placeForNew() })}
        />
      ))}
    </>
  )
}

/** Macros to add to a host's config. */
function MacroItems() {
  const [macros, setMacros] = useState<readonly MacroText[]>([])
  const inConfig = useDesk(({ open, things }) => {
    const printer = things?.printers.find(({ id }) => id === open?.chosen.printerId)?.data
    return open?.chosen.opened !== undefined && printer !== undefined && macroStorage(printer) === 'config'
  })
  useEffect(() => {
    if (inConfig)
      void import('../../../../core/firmware/host/macro-texts.ts').then(found => setMacros(found.macroTexts))
  }, [inConfig])
  if (!inConfig) return null
  return macros.map(({ name, title, about }) => (
    <Described key={name} name={title} about={about} onSelect={() => void propose({ do: 'add-macro', macro: name })} />
  ))
}

type DescribedProps = { name: string; about: string; also?: string; onSelect: () => void }

const Described = ({ name, about, also, onSelect }: DescribedProps) => (
  <MenuItem also={also} onSelect={onSelect}>
    <span>
      <b>{name}</b>
      <span className="block text-[13px] text-soft">{about}</span>
    </span>
  </MenuItem>
)

const tools: [string, EditRequest][] = [
  ['Repair a damaged paste', { do: 'repair' }],
  ['Line up the comments', { do: 'line-up' }],
  ['Probe without ooze', { do: 'probe-without-ooze', how: { cornerLiftMm: 10, settleS: 0 } }],
  ['Use relative extrusion', { do: 'count-filament', to: 'relative' }],
  ['Use absolute extrusion', { do: 'count-filament', to: 'absolute' }],
  ['Write it in millimetres', { do: 'units', to: 'mm' }],
  ['Write it in inches', { do: 'units', to: 'inch' }],
  ['Write out the macros that it calls', { do: 'write-out' }],
]

function ToolItems() {
  const round = useDesk(({ open }) => open?.shown?.round)
  return (
    <>
      {round?.unknown.length ? (
        <MenuItem onSelect={() => openDialog('unknown')}>Commands not known here…</MenuItem>
      ) : null}
      {round?.placeholders.length || round?.absent.size ? (
        <MenuItem onSelect={() => openDialog('placeholders')}>Placeholders of a slicer…</MenuItem>
      ) : null}
      {tools.map(([name, request]) => (
        <MenuItem key={name} onSelect={() => void propose(request)}>
          {name}
        </MenuItem>
      ))}
    </>
  )
}

/** Whether the script contains values, settings or guards. */
const hasValues = ({ text }: { text: string }): boolean => text.includes('@') || /^[ \t]*;[=?]/m.test(text)

function ExportItems({ onRun }: Running) {
  const withValues = useDesk(({ open }) => open !== null && hasValues(open))
  return (
    <>
      {withValues ? (
        <>
          <MenuItem also="export clipboard" onSelect={() => onRun(copyPlain)}>
            <Copy size={15} aria-hidden /> Copy in plain numbers, for this job
          </MenuItem>
          <MenuItem also="export clipboard" onSelect={() => onRun(copySource)}>
            <Copy size={15} aria-hidden /> Copy the source, with its @ values
          </MenuItem>
        </>
      ) : (
        <MenuItem also="export clipboard" onSelect={() => onRun(copySource)}>
          <Copy size={15} aria-hidden /> Copy the text
        </MenuItem>
      )}
      <MenuItem also="export save as file gcode" onSelect={() => onRun(download)}>
        <Download size={15} aria-hidden /> Download as .gcode
      </MenuItem>
      <MenuItem
        also="export download file gcode slicer placeholders macro translate"
        onSelect={() => openDialog('take-away')}
      >
        <FileOutput size={15} aria-hidden /> For one job, or with a slicer’s placeholders…
      </MenuItem>
      <GoBack />
    </>
  )
}

/** Shown only if there are unsaved changes. */
function GoBack() {
  const unsaved = useUnsaved()
  const isSaved = useDesk(({ open }) => open?.saved != null)
  return (
    isSaved &&
    unsaved && (
      <MenuItem also="revert discard drop undo changes reset" onSelect={() => void goBackToSaved()}>
        <Undo2 size={15} aria-hidden /> Go back to the saved version
      </MenuItem>
    )
  )
}

function SaveItems({ onRun }: Running) {
  const navigate = useNavigate()
  const unsaved = useUnsaved()
  const head = useHead()
  if (!head?.saved) return null
  const { id, file, stock } = head.saved
  const carryTo = carryAddress(head)
  const lock = () => onRun(() => keepAsItCame(!stock).then(() => ''))
  const item = (icon: ReactNode, name: string, also: string, onSelect: () => void) => (
    <MenuItem also={also} onSelect={onSelect}>
      {icon} {name}
    </MenuItem>
  )
  return (
    <>
      {!stock &&
        unsaved &&
        item(<MessageSquare size={15} aria-hidden />, 'Save with a note…', 'why', () => openDialog('note'))}
      {item(<GitBranch size={15} aria-hidden />, 'Save as a variant…', 'branch copy try out', () =>
        openDialog('variant'),
      )}
      {item(<FilePlus size={15} aria-hidden />, 'Save as another script…', 'copy duplicate new name', () =>
        openDialog('another'),
      )}
      {item(
        <BookOpen size={15} aria-hidden />,
        'Its history',
        'revisions versions notes trials why earlier older revert restore changes log',
        () => void navigate(`/history/${id}`),
      )}
      {carryTo !== null &&
        item(
          <ArrowRightLeft size={15} aria-hidden />,
          file === null ? 'Carry over to…' : 'Carry over the called macro…',
          'another printer firmware convert translate port adapt bring move',
          () => void navigate(carryTo),
        )}
      {file !== null &&
        item(
          <Lock size={15} aria-hidden />,
          stock ? 'Allow changes again' : 'Mark it as stock',
          'lock protect read only keep as it came',
          lock,
        )}
      {file !== null &&
        item(<Trash2 size={15} aria-hidden />, 'Throw this file away…', 'delete remove bin trash', () =>
          openDialog('throw-away'),
        )}
      {item(
        <Columns2 size={15} aria-hidden />,
        'Side by side with the saved text',
        'compare diff difference changes',
        () => void navigate(`/side-by-side?left=script-${id}&right=desk`),
      )}
    </>
  )
}

/** The address that carries over a script, or the called macro of a config or macro file; null without a call. */
function carryAddress({ chosen, saved }: Head): string | null {
  if (!saved) return null
  const call = chosen.opened?.call
  if (saved.file === null) return `/carry/${saved.id}`
  return call ? `/carry/${saved.id}?call=${encodeURIComponent(call)}` : null
}

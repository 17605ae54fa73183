// The macro files of a board's card: added from files, written by hand, renamed, thrown away.
import { useState } from 'react'
import type { MacroFile, Printer } from '../../../core/model/printer.ts'
import { Button } from '../../parts/Button.tsx'
import { Field, fieldLook } from '../../parts/Field.tsx'
import { api, type Kept } from '../../state/api.ts'
import { KeepEnd } from './KeepEnd.tsx'

type Props = { printer: Kept<Printer>; onDone: () => void; onClose: (() => void) | null }

/** Files by name; one that comes again takes the place of the one before. */
const withFiles = (before: readonly MacroFile[], added: readonly MacroFile[]): MacroFile[] => [
  ...before.filter(({ name }) => !added.some(each => each.name.toLowerCase() === name.toLowerCase())),
  ...added,
]

export function FilesForm({ printer, onDone, onClose }: Props) {
  const [files, setFiles] = useState<MacroFile[]>(printer.data.macroFiles)
  const add = async (list: FileList | null) => {
    const added = await Promise.all([...(list ?? [])].map(async file => ({ name: file.name, text: await file.text() })))
    setFiles(before => withFiles(before, added))
  }
  const change = (at: number, part: Partial<MacroFile>) =>
    setFiles(before => before.map((file, i) => (i === at ? { ...file, ...part } : file)))
  return (
    <KeepEnd keep={() => api.setMacroFiles(printer.id, files)} onDone={onDone} onClose={onClose}>
      <div className="flex flex-wrap items-end gap-3">
        <Field name="Files from your computer" hint="as they lie on the board’s card">
          {id => (
            <input
              id={id}
              type="file"
              multiple
              accept=".g,.gcode,.txt,text/plain"
              onChange={event => void add(event.target.files)}
              className="block"
            />
          )}
        </Field>
        <Button onClick={() => setFiles(before => [...before, { name: `macro-${before.length + 1}.g`, text: '' }])}>
          An empty one
        </Button>
      </div>
      {files.length === 0 && <p className="text-soft">No macro files yet.</p>}
      {files.map((file, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a file is edited in its place, its name among it
        <fieldset key={i} className="grid gap-1 border-t border-rule pt-2">
          <legend className="sr-only">{file.name}</legend>
          <div className="flex items-center gap-3">
            <input
              aria-label={`Name of file ${i + 1}`}
              value={file.name}
              onChange={event => change(i, { name: event.target.value })}
              className={`${fieldLook} max-w-xs font-mono text-[14px]`}
            />
            <Button small onClick={() => setFiles(before => before.filter((_, at) => at !== i))}>
              Leave it out
            </Button>
          </div>
          <textarea
            aria-label={`Text of file ${i + 1}`}
            value={file.text}
            rows={Math.min(14, Math.max(4, file.text.split('\n').length))}
            spellCheck={false}
            onChange={event => change(i, { text: event.target.value })}
            className={`${fieldLook} font-mono text-[14px]`}
          />
        </fieldset>
      ))}
    </KeepEnd>
  )
}

// The macro files of a board's card: added, written by hand, renamed, deleted.
import * as v from 'valibot'
import { fileTexts } from '../../../core/firmware/macro-file/file-texts.ts'
import { MacroFile, type Printer } from '../../../core/model/printer.ts'
import { useForm } from '../../lib/useForm.ts'
import { api, type Saved } from '../../state/api.ts'
import { Button } from '../../ui/Button.tsx'
import { Field, fieldLook } from '../../ui/Field.tsx'
import { MacrosForm } from './MacrosForm.tsx'

type Props = { printer: Saved<Printer>; onDone: () => void; onClose: (() => void) | null }

const Files = v.object({ files: v.array(MacroFile) })

/** The files by name; an added file replaces one with the same name. */
const withFiles = (before: readonly MacroFile[], added: readonly MacroFile[]): MacroFile[] => [
  ...before.filter(({ name }) => !added.some(each => each.name.toLowerCase() === name.toLowerCase())),
  ...added,
]

export function FilesForm({ printer, onDone, onClose }: Props) {
  const form = useForm<{ files: MacroFile[] }>({
    key: `macro files ${printer.id}`,
    of: printer.data.name,
    schema: Files,
    saved: { files: printer.data.macroFiles },
    send: ({ files }) => api.setMacroFiles(printer.id, files),
  })
  const { files } = form.value
  const setFiles = (change: (before: MacroFile[]) => MacroFile[]) =>
    form.fields.setValue('files', change(form.fields.getValues('files')))
  const add = async (list: FileList | null) => {
    const added = await Promise.all([...(list ?? [])].map(async file => ({ name: file.name, text: await file.text() })))
    setFiles(before => withFiles(before, added))
  }
  const change = (at: number, part: Partial<MacroFile>) =>
    setFiles(before => before.map((file, i) => (i === at ? { ...file, ...part } : file)))
  return (
    <MacrosForm
      form={form}
      printer={printer}
      earlier={({ macroFiles }) => ({ files: macroFiles })}
      onDone={onDone}
      onClose={onClose}
    >
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
          Add an empty file
        </Button>
        <Field name="Start from a template">
          {id => (
            <select
              id={id}
              value=""
              onChange={event => {
                const chosen = fileTexts.find(({ name }) => name === event.target.value)
                const made = chosen?.files(printer.data) ?? []
                // An existing file stays as it is.
                setFiles(before => [
                  ...before,
                  ...made.filter(({ name }) => !before.some(each => each.name.toLowerCase() === name.toLowerCase())),
                ])
              }}
              className={fieldLook}
            >
              <option value="">Choose…</option>
              {fileTexts.map(({ name, title, about }) => (
                <option key={name} value={name}>
                  {title}: {about}
                </option>
              ))}
            </select>
          )}
        </Field>
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
              className={`${fieldLook} max-w-xs font-mono text-control`}
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
            className={`${fieldLook} font-mono text-control`}
          />
        </fieldset>
      ))}
    </MacrosForm>
  )
}

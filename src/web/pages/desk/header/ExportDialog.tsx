// Exports a script: in plain numbers for jobs, or with a slicer's placeholders, shown before it is copied or saved.
import { useState } from 'react'
import type { Ending, Taken } from '../../../../core/export/export.ts'
import { listed, plural } from '../../../../core/format.ts'
import { useCommand } from '../../../lib/useCommand.ts'
import type { Things } from '../../../state/api.ts'
import type { Open } from '../../../state/desk.ts'
import { copyText, nameOf, saveFile, saveZip } from '../../../state/files.ts'
import { Button } from '../../../ui/Button.tsx'
import { Choice } from '../../../ui/Choice.tsx'
import { Failed } from '../../../ui/Failed.tsx'
import { Panel } from '../../../ui/Panel.tsx'
import { PageLink } from '../../../ui/Press.tsx'
import { Ticks } from '../../../ui/Ticks.tsx'
import { exportAll, nameFor } from './exportAll.ts'
import { intoPrinter } from './intoPrinter.ts'
import { useExport } from './useExport.ts'

type Props = { open: Open; things: Things; onClose: () => void }

const maxUnsaid = 12

export function ExportDialog({ open, things, onClose }: Props) {
  const taking = useExport(open, things)
  const { form, printer, taken, waiting, trouble, retry, take } = taking
  const [message, setMessage] = useState('')
  /** Copies or saves the export, and shows the returned sentence. */
  const command = useCommand(async (act: () => Promise<string>) => {
    setMessage('')
    setMessage(await act())
  })
  const run = (act: () => Promise<string>) => void command.run(act)
  const [shown, setShown] = useState('')
  const file = taken.find(({ name }) => name === shown) ?? taken[0]
  const name = nameOf(open)
  const takeIt = async () => {
    const files = taken.map(each => ({ name: nameFor(name, form, each), text: each.text }))
    const [only, ...more] = files
    return only && more.length === 0 ? saveFile(only.text, only.name) : saveZip(files, name)
  }
  return (
    <Panel open wide onClose={onClose} title="Export" about="What you see here is what you get.">
      <ExportChoices taking={taking} open={open} things={things} shown={file?.name ?? ''} onShow={setShown} />
      {file?.box && <p className="mt-2">{file.box}</p>}
      {file && file.untranslatable.length > 0 && <Untranslatable file={file} />}
      {file && file.otherwise.length > 0 && <Otherwise file={file} />}
      <Failed why={trouble && `The export could not be made: ${trouble}`} onRetry={retry} />
      <textarea
        aria-label="The exported script"
        readOnly
        rows={14}
        value={file?.text ?? ''}
        className="mt-3 w-full rounded-button border border-rule bg-paper px-3 py-2 font-mono text-small leading-[18px]"
      />
      <Failed why={command.problem} onRetry={command.retry} />
      <div className="mt-3 flex flex-wrap items-center justify-end gap-3">
        <p className="mr-auto text-control text-soft" role="status">
          {waiting && 'Reading it back and rehearsing it… '}
          {file &&
            !waiting &&
            `${file.bytes.toLocaleString('en')} bytes, ${plural(file.text.split('\n').length - (/\n$/.test(file.text) ? 1 : 0), 'line')}`}
          {message && <span className="text-good"> · {message}</span>}
        </p>
        <Button className={withName} onClick={() => run(() => exportAll(open.chosen.printerId, printer, form, take))}>
          All of {printer}’s scripts (.zip)
        </Button>
        {taken.some(({ call }) => call !== null) && (
          <Button
            className={withName}
            disabled={waiting || !taken.every(proven)}
            title={`Saves it with ${printer}, and shows the script as the line that calls it`}
            onClick={() =>
              run(() =>
                intoPrinter(open, taken)
                  .then(onClose)
                  .then(() => ''),
              )
            }
          >
            Put it into {printer}
          </Button>
        )}
        <Button disabled={waiting || !proven(file)} onClick={() => run(() => copyText(file?.text ?? ''))}>
          Copy
        </Button>
        <Button main disabled={waiting || taken.length === 0 || !taken.every(proven)} onClick={() => run(takeIt)}>
          {taken.length > 1 ? `Save ${taken.length} files (.zip)` : 'Save as a file'}
        </Button>
      </div>
    </Panel>
  )
}

type ChoicesProps = {
  taking: ReturnType<typeof useExport>
  open: Open
  things: Things
  /** The name of the file that is shown. */
  shown: string
  onShow: (name: string) => void
}

/** The form of the export: notation, line ends, comments, jobs. */
function ExportChoices({ taking, open, things, shown, onShow }: ChoicesProps) {
  const { wish, change, forms, form, taken, undecided } = taking
  return (
    <>
      <div className="flex flex-wrap items-end gap-6">
        <Choice name="Written" value={wish.form} options={forms} onChange={value => change({ form: value })} />
        <Choice
          name="Line ends"
          value={wish.ending}
          options={[
            { value: 'as-it-is', label: 'as they are' },
            { value: 'lf', label: 'LF', about: 'most machines and programs' },
            { value: 'crlf', label: 'CR LF', about: 'some older boards and displays' },
          ]}
          onChange={value => change({ ending: value as Ending })}
        />
        <label className="flex items-center gap-2 pb-0.5">
          <input
            type="checkbox"
            checked={wish.comments}
            onChange={event => change({ comments: event.target.checked })}
          />
          with comments
        </label>
        {taken.length > 1 && (
          <Choice
            name={`Shown, of ${taken.length} files`}
            value={shown}
            options={taken.map(each => ({ value: each.name, label: each.name }))}
            onChange={onShow}
          />
        )}
      </div>
      {form.perJob && (
        <div className="mt-2">
          <Ticks
            legend="For the jobs"
            options={things.jobs.map(({ data }) => ({ value: data.name, label: data.name }))}
            chosen={wish.jobs}
            onChange={jobs => change({ jobs: jobs.length ? jobs : [open.chosen.jobName] })}
          />
        </div>
      )}
      {things.vocabularies.length === 0 && (
        <p className="mt-2 text-control text-soft">
          To write it for your slicer,{' '}
          <PageLink to="/vocabularies" className="text-heat underline">
            teach its placeholders
          </PageLink>{' '}
          first.
        </p>
      )}
      {form.inWords && (undecided > 0 || wish.decided) && (
        <label className="mt-2 flex items-center gap-2">
          <input type="checkbox" checked={wish.decided} onChange={event => change({ decided: event.target.checked })} />
          Write missing values as numbers, in a file for each job
        </label>
      )}
    </>
  )
}

/** A button that contains a printer's name, which may be long. */
const withName = 'max-w-full whitespace-normal! [overflow-wrap:anywhere]'

/** Only files that do the same as the script can be exported. */
const proven = (file: Taken | undefined): boolean => file !== undefined && file.otherwise.length === 0

function Otherwise({ file: { otherwise } }: { file: Taken }) {
  const jobs = new Map<string, string[]>()
  for (const { job, line, what } of otherwise) {
    const where = `${line === null ? '' : `line ${line}, `}${what}`
    jobs.set(where, [...(jobs.get(where) ?? []), job])
  }
  return (
    <section
      aria-label="Where it would do something different"
      className="mt-3 rounded-button border border-bad px-3 py-2 text-control"
    >
      <h3 className="font-semibold text-bad">
        Read back and rehearsed, it does something different from the script, so it can’t be exported like this.
      </h3>
      <ul>
        {[...jobs].slice(0, maxUnsaid).map(([said, names]) => (
          <li key={said}>
            {listed(names)}: {said}
          </li>
        ))}
      </ul>
    </section>
  )
}

const Untranslatable = ({ file: { untranslatable } }: { file: Taken }) => (
  <section
    aria-label="Values without a placeholder"
    className="mt-3 rounded-button border border-warn px-3 py-2 text-control"
  >
    <h3 className="font-semibold text-warn">
      {plural(untranslatable.length, 'thing')} without a placeholder, which{' '}
      {untranslatable.length === 1 ? 'stays' : 'stay'} as {untranslatable.length === 1 ? 'it is' : 'they are'}
    </h3>
    <ul>
      {untranslatable.slice(0, maxUnsaid).map(({ line, what }) => (
        <li key={`${line} ${what}`}>
          line {line}: {what}
        </li>
      ))}
    </ul>
  </section>
)

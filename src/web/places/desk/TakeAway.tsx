// Taking a script away: in plain numbers for a job, or in another program's words, seen before it is copied or saved.
import { useCallback, useMemo, useState } from 'react'
import { Link } from 'react-router'
import { plural } from '../../../core/explain/words.ts'
import type { Moment } from '../../../core/model/script.ts'
import { type Ending, type Form, takeAway } from '../../../core/runs/take-away.ts'
import { Button } from '../../parts/Button.tsx'
import { Choice } from '../../parts/Choice.tsx'
import { Panel } from '../../parts/Panel.tsx'
import { momentWords } from '../../parts/words.ts'
import { api, type Things } from '../../state/api.ts'
import { fileText, type Open, settingOf } from '../../state/desk.ts'
import { copyText, fileName, nameOf, type Said, saveFile, saveZip } from '../../state/files.ts'

type Props = { open: Open; things: Things; onClose: () => void }

const mostUnsaid = 12

export function TakeAway({ open, things, onClose }: Props) {
  const [form, setForm] = useState('plain')
  const [comments, setComments] = useState(true)
  const [ending, setEnding] = useState<Ending>('as-it-is')
  const [jobName, setJobName] = useState(open.chosen.jobName)
  const [said, setSaid] = useState<Said | null>(null)
  const chosen = things.vocabularies.find(({ id }) => String(id) === form)
  const take = useCallback(
    (text: string, moment: Moment) => {
      const job = things.jobs.find(({ data }) => data.name === jobName)?.data
      // The job that is rehearsed keeps the material chosen for it; another has its own.
      const materialName = jobName === open.chosen.jobName ? open.chosen.materialName : (job?.materials[0] ?? '')
      const setting = settingOf(things, { ...open.chosen, moment, jobName, materialName })
      const how: Form = chosen
        ? { kind: 'vocabulary', vocabulary: chosen.data }
        : form === 'plain'
          ? { kind: 'plain' }
          : form === 'macro'
            ? { kind: 'host-macro', vocabularies: things.vocabularies.map(({ data }) => data) }
            : { kind: 'as-it-is' }
      return setting && takeAway(text, setting, { form: how, comments, ending })
    },
    [open.chosen, things, form, chosen, comments, ending, jobName],
  )
  const taken = useMemo(() => take(fileText(open), open.chosen.moment), [take, open])
  const variant = form === 'plain' ? ` (${jobName})` : chosen ? ` (${chosen.data.name})` : ''
  const name = nameOf(open) + variant
  const chosenPrinter = things.printers.find(({ id }) => id === open.chosen.printerId)?.data
  const printer = chosenPrinter?.name ?? 'printer'
  const isHost = chosenPrinter?.firmware.family === 'host'
  const takeAll = async () => {
    try {
      const { printers } = await api.shelf()
      const heads = printers.find(({ id }) => id === open.chosen.printerId)?.scripts ?? []
      const scripts = await Promise.all(heads.map(({ id }) => api.script(String(id))))
      const files = scripts.map(each => ({
        name: `${momentWords[each.moment]} - ${fileName(each.name)}`,
        text: take(each.text, each.moment)?.text ?? each.text,
      }))
      setSaid(
        files.length ? saveZip(files, printer + variant) : { text: `${printer} has no saved script yet`, bad: true },
      )
    } catch (error) {
      setSaid({ text: (error as Error).message, bad: true })
    }
  }
  return (
    <Panel open wide onClose={onClose} title="Take away" about="What you see here is what you get.">
      <div className="flex flex-wrap items-end gap-6">
        <Choice
          name="Written"
          value={form}
          options={[
            { value: 'plain', label: 'in plain numbers, for one job', about: 'works anywhere' },
            ...things.vocabularies.map(({ id, data }) => ({
              value: String(id),
              label: `in the words of ${data.name}`,
              about: `${data.open}…${data.close}${data.branch ? '' : ', without branches'}`,
            })),
            ...(isHost
              ? [{ value: 'macro', label: 'as a macro for the config file', about: 'with the line that calls it' }]
              : []),
            { value: 'as-it-is', label: 'as it stands', about: 'with values and guards' },
          ]}
          onChange={setForm}
        />
        {form === 'plain' && (
          <Choice
            name="For the job"
            value={jobName}
            options={things.jobs.map(({ data }) => ({ value: data.name, label: data.name, about: data.about }))}
            onChange={setJobName}
          />
        )}
        <Choice
          name="Line ends"
          value={ending}
          options={[
            { value: 'as-it-is', label: 'as they are' },
            { value: 'lf', label: 'LF', about: 'most machines and programs' },
            { value: 'crlf', label: 'CR LF', about: 'some older boards and displays' },
          ]}
          onChange={value => setEnding(value as Ending)}
        />
        <label className="flex items-center gap-2 pb-0.5">
          <input type="checkbox" checked={comments} onChange={event => setComments(event.target.checked)} />
          with comments
        </label>
      </div>
      {things.vocabularies.length === 0 && (
        <p className="mt-2 text-[14px] text-soft">
          To write it for the program that makes your print files,{' '}
          <Link to="/vocabularies" className="text-heat underline">
            teach its vocabulary
          </Link>{' '}
          first.
        </p>
      )}
      {taken && taken.unsaid.length > 0 && (
        <section
          aria-label="What can’t be said so"
          className="mt-3 rounded-button border border-warn px-3 py-2 text-[14px]"
        >
          <h3 className="font-semibold text-warn">
            {plural(taken.unsaid.length, 'thing')} can’t be said so, and {taken.unsaid.length === 1 ? 'stays' : 'stay'}{' '}
            as {taken.unsaid.length === 1 ? 'it is' : 'they are'}
          </h3>
          <ul>
            {taken.unsaid.slice(0, mostUnsaid).map(({ line, what }) => (
              <li key={`${line} ${what}`}>
                line {line}: {what}
              </li>
            ))}
          </ul>
          {chosen && <p className="text-soft">In plain numbers, one file for each job that you print, it can be.</p>}
        </section>
      )}
      <textarea
        aria-label="The script as it is taken away"
        readOnly
        rows={14}
        value={taken?.text ?? ''}
        className="mt-3 w-full rounded-button border border-rule bg-paper px-3 py-2 font-mono text-[13px] leading-[18px]"
      />
      <div className="mt-3 flex items-center gap-3">
        <p className="text-[14px] text-soft" role="status">
          {taken &&
            `${taken.bytes.toLocaleString('en')} bytes, ${plural(taken.text.split('\n').length - (/\n$/.test(taken.text) ? 1 : 0), 'line')}`}
          {said && <span className={said.bad ? 'text-bad' : 'text-good'}> · {said.text}</span>}
        </p>
        <Button className="ml-auto" onClick={() => void takeAll()}>
          All of {printer}’s scripts (.zip)
        </Button>
        <Button onClick={() => void copyText(taken?.text ?? '').then(setSaid)}>Copy</Button>
        <Button main onClick={() => setSaid(saveFile(taken?.text ?? '', name))}>
          Save as a file
        </Button>
      </div>
    </Panel>
  )
}

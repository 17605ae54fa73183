// One command: its meaning in each family, its letters with units, an example, and the scripts that use it.
import type { BookEntry } from '../../../core/effects/book.ts'
import { kindOf } from '../../../core/effects/effects.ts'
import type { CommandSpec, Letter } from '../../../core/firmware/spec.ts'
import { plain, plural } from '../../../core/format.ts'
import type { TaughtCommand } from '../../../core/model/taught.ts'
import { api } from '../../state/api.ts'
import { useUses } from '../../state/queries.ts'
import { Button } from '../../ui/Button.tsx'
import { cardLook } from '../../ui/Card.tsx'
import { PageLink } from '../../ui/Press.tsx'
import { ScrollRegion } from '../../ui/ScrollRegion.tsx'
import { Table } from '../../ui/Table.tsx'

type Props = { entry: BookEntry; taught: TaughtCommand[] }

/** Families with equal entries are shown together. */
function grouped({ inFamilies }: BookEntry): { families: string[]; spec: CommandSpec }[] {
  const groups = new Map<string, { families: string[]; spec: CommandSpec }>()
  for (const { family, spec } of inFamilies) {
    const key = JSON.stringify([spec.title, spec.letters, spec.effect, spec.notes])
    const group = groups.get(key) ?? { families: [], spec }
    group.families.push(family)
    groups.set(key, group)
  }
  return [...groups.values()]
}

export function CommandPage({ entry, taught }: Props) {
  const groups = grouped(entry)
  const mine = taught.filter(({ name }) => name === entry.name)
  return (
    <ScrollRegion as="article" className={`${cardLook} min-h-0 px-6 py-4`} aria-label={entry.name}>
      <h2 className="font-mono text-title font-semibold">{entry.name}</h2>
      {groups.length > 1 && <p className="mt-1 text-warn">Means different things in different families.</p>}
      {groups.map(({ families, spec }) => (
        <section key={families.join()} className="mt-3 border-t border-rule pt-3">
          <h3 className="font-serif text-heading font-semibold">{spec.title}</h3>
          <p className="text-control text-soft">
            {families.join(', ')} {families.length > 1 ? 'families' : 'family'}
            {spec.since && `, from version ${spec.since}`} · {kindOf(spec.effect)}
            {spec.taught && ' · taught by you'}
          </p>
          <pre className="my-2.5 w-fit rounded-button bg-sunk px-3 py-1.5 font-mono text-control">{spec.example}</pre>
          {spec.letters.length > 0 && <Letters letters={spec.letters} />}
          {spec.text && <p>The rest of the line is its text.</p>}
          {spec.anyLetter && <p className="text-soft">Its letters differ from machine to machine.</p>}
          {spec.notes && <p className="mt-1.5">{spec.notes}</p>}
        </section>
      ))}
      {mine.map(command => (
        <Button key={command.family} small className="mt-3" onClick={() => void api.forget(command)}>
          Forget what was taught for {command.family}
        </Button>
      ))}
      <Uses name={entry.name} />
    </ScrollRegion>
  )
}

function Letters({ letters }: { letters: readonly Letter[] }) {
  return (
    <Table label="Letters" hideHeadings className="w-auto!" columns={['Letter', 'Meaning', 'Unit']}>
      <tbody>
        {letters.map(({ letter, means, unit, range, required }) => (
          <tr key={letter}>
            <th scope="row" className="pr-4 align-top font-mono text-control font-semibold">
              {letter}
            </th>
            <td className="pr-4">
              {means}
              {required && <b> · needed</b>}
            </td>
            <td className="text-soft">
              {unit === 'number' ? '' : unit}
              {range && ` ${plain(range[0])} to ${plain(range[1])}`}
            </td>
          </tr>
        ))}
      </tbody>
    </Table>
  )
}

function Uses({ name }: { name: string }) {
  const uses = useUses(name).data
  if (!uses) return null
  return (
    <section className="mt-4 border-t border-rule pt-3">
      <h3 className="font-serif text-lead font-semibold">In your scripts</h3>
      {uses.length === 0 && <p className="text-soft">None of your scripts uses it.</p>}
      {uses.length > 0 && <p className="text-control text-soft">{plural(uses.length, 'line')}</p>}
      <ul>
        {uses.map(use => (
          <li key={`${use.scriptId} ${use.line}`}>
            <PageLink to={`/desk/${use.scriptId}?line=${use.line}`} className="flex gap-3 py-0.5 hover:bg-sunk">
              <span className="w-52 shrink-0 truncate text-heat underline underline-offset-2">
                {use.script}, line {use.line}
              </span>
              <code className="truncate font-mono text-small">{use.text}</code>
              {use.commentedOut && <span className="text-small text-soft">commented out</span>}
            </PageLink>
          </li>
        ))}
      </ul>
    </section>
  )
}

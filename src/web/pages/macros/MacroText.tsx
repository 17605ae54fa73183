// The list of a printer's macros, and one of them with a sentence beside each line.
import type { ReactNode } from 'react'
import type { MacroLine, MacroTrouble } from '../../../core/explain/macro.ts'
import type { ConfigProblem } from '../../../core/macros/config.ts'
import { unparted } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Card } from '../../ui/Card.tsx'
import { PageLink, Press } from '../../ui/Press.tsx'
import { ScrollRegion } from '../../ui/ScrollRegion.tsx'

/** One macro or file, as the list has it. */
/** `file` is the file that contains the macro, null for the main config. `line` is the macro's first line. */
export type Listed = { name: string; about: string; lines: MacroLine[]; file: string; line: number }

type Props = {
  all: readonly Listed[]
  macro: Listed | undefined
  problems: readonly ConfigProblem[]
  /** What can't be calculated in the macros, by the line of the config. */
  troubles: readonly MacroTrouble[]
  /** Content below the list: fields for unknown numbers. */
  unseen: ReactNode
  onShow: (name: string) => void
  onEdit: () => void
  /** The address at which its file is open on the Desk, rehearsed by a call of it; null if the file is not saved. */
  desk: string | null
}

const maxProblems = 8

export function MacroText({ all, macro, problems, troubles, unseen, onShow, onEdit, desk }: Props) {
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[250px_minmax(0,1fr)] max-tablet:grid-cols-1 gap-6">
      <div className="flex min-h-0 flex-col gap-3">
        <nav aria-label="Macros of this printer" className="min-h-0 overflow-auto">
          <ul>
            {all.map(({ name, about }) => (
              <li key={name}>
                <Press
                  aria-current={name === macro?.name}
                  onClick={() => onShow(name)}
                  className={`w-full rounded-button px-2.5 py-1.5 text-left ${name === macro?.name ? 'bg-sunk' : 'hover:bg-sunk'}`}
                >
                  <span
                    className={`block truncate font-mono text-control ${name === macro?.name ? 'font-semibold' : ''}`}
                  >
                    {name}
                  </span>
                  {about && <span className="block text-small text-soft">{about}</span>}
                </Press>
              </li>
            ))}
          </ul>
        </nav>
        <div className="flex flex-wrap gap-2">
          {desk && (
            <PageLink
              to={desk}
              className="inline-flex items-center rounded-button border border-heat bg-heat px-3.5 py-1.5 text-control font-semibold text-on-heat hover:brightness-110"
            >
              Open on the Desk
            </PageLink>
          )}
          <Button onClick={onEdit}>Change them here</Button>
        </div>
        {problems.length > 0 && (
          <ul aria-label="What can’t be read" className="border-t border-rule pt-2 text-control text-warn">
            {problems.slice(0, maxProblems).map(({ file, line, why }) => (
              <li key={`${file} ${line} ${why}`}>
                {file ? `${file}, line` : 'Line'} {line}: {why}
              </li>
            ))}
          </ul>
        )}
        {unseen}
      </div>
      {macro && (
        <Card as="article" flush aria-label={macro.name} className="flex min-h-0 flex-col">
          <header className="border-b border-rule px-4 py-2.5">
            <h2 className="font-serif text-heading font-semibold">{macro.name}</h2>
            {macro.about && <p className="text-soft">{macro.about}</p>}
          </header>
          <ScrollRegion as="div" className="min-h-0 py-1.5">
            <table className="w-full">
              <tbody>
                {macro.lines.map(({ number, text, says, depth }) => (
                  <tr key={number} className="align-baseline">
                    <td className="w-12 pr-3 pl-2 text-right font-mono text-small text-soft">{number}</td>
                    <td
                      className="w-[46%] pr-4 font-mono text-control break-words whitespace-pre-wrap"
                      style={{ paddingLeft: `${depth * 1.2}em` }}
                    >
                      {text.trim()}
                    </td>
                    <td className="pr-4 text-body text-soft">
                      {unparted(says)}
                      {troubles
                        .filter(({ line, macro: of }) => line === number && of === macro.name)
                        .map(({ why }) => (
                          <span key={why} className="block text-warn">
                            {why}
                          </span>
                        ))}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </ScrollRegion>
        </Card>
      )}
    </div>
  )
}

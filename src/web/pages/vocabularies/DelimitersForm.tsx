// The syntax of a vocabulary: the delimiters of placeholders and tool numbers, and how its formulas and branches are
// written.
import { type ReactNode, useState } from 'react'
import type { Vocabulary } from '../../../core/model/vocabulary.ts'
import { fieldLook } from '../../ui/Field.tsx'

type Props = { vocabulary: Vocabulary; onChange: (part: Partial<Vocabulary>) => void }

export function DelimitersForm({ vocabulary, onChange }: Props) {
  const { open, close, index, branch, joins, formulas, choices } = vocabulary
  // A list may end in a comma while it is typed.
  const [functions, setFunctions] = useState(vocabulary.functions.join(', '))
  return (
    <details className="mt-3 rounded-card border border-rule bg-raised">
      <summary className="cursor-pointer px-3 py-2">
        Syntax{' '}
        <span className="text-soft">
          <code className="font-mono text-ink">
            {open}word{index && `${index.open}0${index.close}`}
            {close}
          </code>
          {branch && (
            <>
              {' '}
              with branches{' '}
              <code className="font-mono text-ink">
                {[branch.when, branch.otherwiseWhen, branch.otherwise, branch.end].filter(Boolean).join(' · ')}
              </code>
            </>
          )}
        </span>
      </summary>
      <div className="grid gap-3 border-t border-rule px-3 py-3">
        <Row>
          <Sign name="Before a placeholder" value={open} onChange={text => onChange({ open: text })} />
          <Sign name="After a placeholder" value={close} onChange={text => onChange({ close: text })} />
          <Sign
            name="Before a tool’s number"
            value={index?.open ?? ''}
            onChange={text =>
              onChange({ index: text || index?.close ? { open: text, close: index?.close ?? '' } : null })
            }
          />
          <Sign
            name="After a tool’s number"
            value={index?.close ?? ''}
            onChange={text =>
              onChange({ index: text || index?.open ? { open: index?.open ?? '', close: text } : null })
            }
          />
        </Row>
        <Row>
          <Yes
            name="It has branches"
            value={branch !== null}
            onChange={has => onChange({ branch: has ? plainBranch : null })}
          />
          {branch && (
            <>
              <Sign name="If" value={branch.when} onChange={when => onChange({ branch: { ...branch, when } })} />
              <Sign
                name="Else if"
                value={branch.otherwiseWhen ?? ''}
                onChange={text => onChange({ branch: { ...branch, otherwiseWhen: text || null } })}
              />
              <Sign
                name="Else"
                value={branch.otherwise}
                onChange={otherwise => onChange({ branch: { ...branch, otherwise } })}
              />
              <Sign
                name="End of a branch"
                value={branch.end}
                onChange={end => onChange({ branch: { ...branch, end } })}
              />
            </>
          )}
        </Row>
        <Row>
          <Yes name="It has formulas" value={formulas} onChange={has => onChange({ formulas: has })} />
          {(formulas || branch) && (
            <>
              <Sign name="And" value={joins.and} onChange={and => onChange({ joins: { ...joins, and } })} />
              <Sign name="Or" value={joins.or} onChange={or => onChange({ joins: { ...joins, or } })} />
              <Sign name="Not" value={joins.not} onChange={not => onChange({ joins: { ...joins, not } })} />
              <Sign
                name="Functions it knows"
                value={functions}
                onChange={text => {
                  setFunctions(text)
                  onChange({ functions: text.split(/[\s,]+/).filter(Boolean) })
                }}
              />
              <Yes name="It knows a ? b : c" value={choices} onChange={has => onChange({ choices: has })} />
            </>
          )}
        </Row>
      </div>
    </details>
  )
}

const Row = ({ children }: { children: ReactNode }) => (
  <div className="grid grid-cols-[repeat(auto-fill,minmax(9.5rem,1fr))] gap-x-4 gap-y-2">{children}</div>
)

const plainBranch = { when: 'if', otherwiseWhen: 'elsif', otherwise: 'else', end: 'endif', signs: null }

function Sign({ name, value, onChange }: { name: string; value: string; onChange: (text: string) => void }) {
  return (
    <label className="grid gap-0.5 text-control">
      {name}
      <input
        value={value}
        spellCheck={false}
        onChange={event => onChange(event.target.value.trimStart())}
        className={`${fieldLook} font-mono text-control`}
      />
    </label>
  )
}

function Yes({ name, value, onChange }: { name: string; value: boolean; onChange: (value: boolean) => void }) {
  return (
    <label className="flex items-end gap-2 pb-2 text-control">
      <input type="checkbox" className="mb-1" checked={value} onChange={event => onChange(event.target.checked)} />
      {name}
    </label>
  )
}

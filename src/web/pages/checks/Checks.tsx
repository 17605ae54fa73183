// The list of checks: what each finds, why it matters, when it is silent, and an example.
import { useEffect, useMemo, useState } from 'react'
import { useParams } from 'react-router'
import type { Rule, RuleGroup } from '../../../core/check/finding.ts'
import { rules } from '../../../core/check/rules.ts'
import { plural } from '../../../core/format.ts'
import { useTitle } from '../../lib/useTitle.ts'
import { fieldLook } from '../../ui/Field.tsx'
import { Page } from '../../ui/Page.tsx'
import { RuleCard } from './RuleCard.tsx'

const groups: [RuleGroup, string][] = [
  ['order', 'Order: homing, probing, levelling'],
  ['state', 'Settings left changed, and things the printer lacks'],
  ['change', 'Changes of tools'],
  ['heat', 'Heat'],
  ['motion', 'Motion'],
  ['filament', 'Filament'],
  ['end', 'The end of a print'],
  ['firmware', 'Firmware and text'],
  ['values', 'Values, guards and made passages'],
]

const fits = ({ name, title, why }: Rule, words: readonly string[]): boolean => {
  const text = `${name.replaceAll('-', ' ')} ${name} ${title} ${why}`.toLowerCase()
  return words.every(word => text.includes(word))
}

export function Checks() {
  const { name } = useParams()
  const [search, setSearch] = useState('')
  const shown = useMemo(() => {
    const words = search.toLowerCase().split(/\s+/).filter(Boolean)
    return rules.filter(rule => fits(rule, words))
  }, [search])
  useTitle('Checks')
  useEffect(() => {
    if (name) document.getElementById(name)?.scrollIntoView()
  }, [name])
  return (
    <Page
      title="Checks"
      intro="The problems that a rehearsal looks for, each with a small example script and its finding, calculated on this page."
      actions={
        <label className="w-72">
          <span className="text-control font-semibold">Find a check</span>
          <input
            type="search"
            value={search}
            placeholder="probing, ooze, reach…"
            onChange={event => setSearch(event.target.value)}
            className={fieldLook}
          />
        </label>
      }
    >
      <p role="status" className="text-control text-soft">
        {shown.length === rules.length ? plural(rules.length, 'check') : `${shown.length} of ${rules.length} checks`}
      </p>
      {groups.map(([group, heading]) => {
        const these = shown.filter(rule => rule.group === group)
        if (these.length === 0) return null
        return (
          <section key={group} aria-label={heading}>
            <h2 className="mt-1 mb-2 border-b border-rule pb-1 font-serif text-heading font-semibold">{heading}</h2>
            <div className="grid grid-cols-2 max-phone:grid-cols-1 gap-3">
              {these.map(rule => (
                <RuleCard key={rule.name} rule={rule} />
              ))}
            </div>
          </section>
        )
      })}
    </Page>
  )
}

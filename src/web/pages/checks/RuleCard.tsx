// One check with its example, which is rehearsed on the page.
import { useMemo } from 'react'
import type { Rule } from '../../../core/check/finding.ts'
import { momentFacts } from '../../../core/model/moment.ts'
import { exampleRound } from '../../../core/rule-example.ts'
import { unparted } from '../../lib/words.ts'
import { Card } from '../../ui/Card.tsx'
import { SeverityMark, severityWords } from '../../ui/Severity.tsx'

export function RuleCard({ rule }: { rule: Rule }) {
  const finding = useMemo(() => exampleRound(rule).findings.find(each => each.rule === rule.name), [rule])
  const lines = rule.example.text.split('\n')
  return (
    <Card as="article" id={rule.name} aria-label={rule.title} className="flex scroll-mt-3 flex-col">
      <h3 className="flex items-baseline gap-2 font-serif text-lead font-semibold">
        <span className="translate-y-[1px]">
          <SeverityMark severity={rule.severity} />
        </span>
        {rule.title}
        <span className="ml-auto pl-2 font-sans text-small font-normal whitespace-nowrap text-soft">
          {severityWords[rule.severity]} · <span className="font-mono">{rule.name}</span>
        </span>
      </h3>
      <p className="mt-1">{rule.why}</p>
      <p className="mt-1 text-control text-soft">{rule.silentWhen}</p>
      <div className="mt-auto pt-2">
        <div className="rounded-button border border-rule bg-paper px-2 py-1.5">
          <p className="text-small text-soft">{exampleTitle(rule)}</p>
          <ol className="font-mono text-small leading-[19px]">
            {lines.map((line, i) => {
              const here = finding?.line === i + 1
              return (
                // biome-ignore lint/suspicious/noArrayIndexKey: lines never move
                <li key={i} className={`flex gap-2 ${here ? 'bg-heat-fill font-semibold' : ''}`}>
                  <span className="w-6 shrink-0 text-right text-soft select-none">{i + 1}</span>
                  <span className="min-w-0 break-all">{line}</span>
                  {here && <span className="ml-auto pl-2 font-sans text-small font-normal">← here</span>}
                </li>
              )
            })}
          </ol>
          {finding && (
            <p className="mt-1 border-t border-rule pt-1 text-control leading-[18px]">
              {unparted(finding.message)}
              {finding.fixes.length > 0 && (
                <span className="text-soft"> Offers: {finding.fixes.map(({ title }) => title).join('; ')}.</span>
              )}
            </p>
          )}
        </div>
      </div>
    </Card>
  )
}

const exampleTitle = ({ example }: Rule): string =>
  `${momentFacts[example.moment ?? 'start'].when}${example.job?.name ? `, job “${example.job.name}”` : ''}`

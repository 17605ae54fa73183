// The accessibility checker, put into a page.
import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import type { Page } from '@playwright/test'

const checker = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8')

type Violation = { id: string; impact: string; nodes: { target: string[]; failureSummary: string }[] }

/** What would keep somebody out, each with its place. */
export async function seriousFindings(page: Page): Promise<string[]> {
  await page.evaluate(checker)
  const violations = await page.evaluate(async () => {
    const { axe } = window as unknown as { axe: { run: () => Promise<{ violations: Violation[] }> } }
    return (await axe.run()).violations
  })
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .flatMap(({ id, nodes }) =>
      nodes.map(({ target, failureSummary }) => `${id} at ${target.join(' ')}: ${failureSummary}`),
    )
}

// Rehearses a rule's own example on the example printer, for the page of checks.
import type { Rule } from './check/finding.ts'
import { job, material, printer } from './model/example.ts'
import { type Round, rehearseScript } from './round.ts'

export const exampleRound = ({ example }: Rule): Round =>
  rehearseScript(example.text, {
    printer: { ...printer, ...example.printer },
    material: { ...material, ...example.material },
    job: { ...job, ...example.job },
    moment: example.moment ?? 'start',
    vocabulary: example.vocabulary,
    ...(example.opened && { opened: example.opened }),
  })

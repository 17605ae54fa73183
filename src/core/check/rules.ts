// The list of all rules, in the order of their groups. A new rule is a file in rules/ and a line here.
import type { Rule } from './finding.ts'
import { coldExtrude } from './rules/cold-extrude.ts'
import { collapsedLines } from './rules/collapsed-lines.ts'
import { decimalComma } from './rules/decimal-comma.ts'
import { feedImplausible } from './rules/feed-implausible.ts'
import { filamentNotReset } from './rules/filament-not-reset.ts'
import { guardUnclosed } from './rules/guard-unclosed.ts'
import { heatersLeftOn } from './rules/heaters-left-on.ts'
import { keptLineChanged } from './rules/kept-line-changed.ts'
import { levellingOff } from './rules/levelling-off.ts'
import { moveBeforeHome } from './rules/move-before-home.ts'
import { outsideReach } from './rules/outside-reach.ts'
import { parameterMissing } from './rules/parameter-missing.ts'
import { pastedCharacters } from './rules/pasted-characters.ts'
import { probeBeforeHome } from './rules/probe-before-home.ts'
import { relativeLeftOn } from './rules/relative-left-on.ts'
import { unknownCommand } from './rules/unknown-command.ts'
import { unknownValue } from './rules/unknown-value.ts'
import { valueNotNow } from './rules/value-not-now.ts'
import { waitMissing } from './rules/wait-missing.ts'

export const rules: readonly Rule[] = [
  moveBeforeHome,
  probeBeforeHome,
  levellingOff,
  coldExtrude,
  waitMissing,
  outsideReach,
  relativeLeftOn,
  feedImplausible,
  filamentNotReset,
  heatersLeftOn,
  unknownCommand,
  parameterMissing,
  collapsedLines,
  pastedCharacters,
  decimalComma,
  unknownValue,
  valueNotNow,
  guardUnclosed,
  keptLineChanged,
]

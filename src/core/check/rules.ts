// The list of all rules.
import { alwaysRules } from './always-rules.ts'
import { changeRules } from './change-rules.ts'
import type { Rule } from './finding.ts'

export const rules: readonly Rule[] = [...alwaysRules, ...changeRules]

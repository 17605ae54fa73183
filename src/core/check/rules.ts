// The list of all rules.
import { alwaysRules } from './always-rules.ts'
import { changeRules } from './change-rules.ts'
import type { Rule } from './finding.ts'
import { vocabularyRules } from './vocabulary-rules.ts'

export const rules: readonly Rule[] = [...alwaysRules, ...vocabularyRules, ...changeRules]

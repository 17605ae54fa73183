// The rules that speak of the vocabulary that scripts are exported in: loaded where a printer has one.
import type { Rule } from './finding.ts'
import { valueNotInVocabulary } from './rules/value-not-in-vocabulary.ts'

export const vocabularyRules: readonly Rule[] = [valueNotInVocabulary]

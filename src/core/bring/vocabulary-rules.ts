// Brings the rules that speak of vocabularies: imported for that alone.
import { bringVocabularyRules } from '../check/at-hand.ts'
import { vocabularyRules } from '../check/vocabulary-rules.ts'

bringVocabularyRules(vocabularyRules)

// Brings the rules that speak of changes of tools and of what runs within a print: imported for that alone.
import { bringChangeRules } from '../check/at-hand.ts'
import { changeRules } from '../check/change-rules.ts'

bringChangeRules(changeRules)

// Brings the makers: imported for that alone.
import { bringMakers } from '../script/makers/at-hand.ts'
import { makers } from '../script/makers/makers.ts'

bringMakers(makers)

// The way that this page goes.
import { Way } from './way.ts'

export const way = new Way(window)

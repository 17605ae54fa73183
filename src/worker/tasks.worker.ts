// A worker for long tasks of a page: a whole print, many jobs, a print file. The page starts as many as it needs.
import { expose } from 'comlink'
import { pageTasks } from '../tasks/page-tasks.ts'

expose(pageTasks)
// Tells the page that the worker has loaded: its time is counted from here (state/watched-worker.ts).
postMessage('there')

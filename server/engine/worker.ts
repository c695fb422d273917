import { setPriority } from 'node:os'
import { worker } from 'workerpool'
import { ENGINE_TASKS } from './engine'

// Whoever waits for a page goes first.
setPriority(10)
worker(ENGINE_TASKS)

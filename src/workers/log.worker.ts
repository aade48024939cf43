import { expose } from 'comlink'
import { logCalls } from './logCalls'

expose(logCalls)

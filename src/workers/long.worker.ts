import { expose } from 'comlink'
import { longCalls } from './longCalls'

expose(longCalls)

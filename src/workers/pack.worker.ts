import { expose } from 'comlink'
import { packCalls } from './packCalls'

expose(packCalls)

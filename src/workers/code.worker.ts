import { expose } from 'comlink'
import { codeCalls } from './codeCalls'

expose(codeCalls)

import { expose } from 'comlink'
import { wiringCalls } from './wiringCalls'

expose(wiringCalls)

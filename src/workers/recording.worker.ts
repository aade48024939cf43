import { expose } from 'comlink'
import { recordingCalls } from './recordingCalls'

expose(recordingCalls)

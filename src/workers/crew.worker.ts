import { expose } from 'comlink'
import { crewCalls } from './crewCalls'

expose(crewCalls)

import { expose } from 'comlink'
import { planCalls } from './planCalls'

expose(planCalls)

import { FACES_SCRIPT } from './facesScript'
import { LAMP_SCRIPT } from './lampScript'
import { MISSED_SCRIPT } from './missedScript'
import { ZONE_SCRIPT } from './zoneScript'

/** Every script that stands in the page itself. They are the same on each page: the page's policy knows them by their digests. */
export const PAGE_SCRIPTS: readonly string[] = [LAMP_SCRIPT, ZONE_SCRIPT, MISSED_SCRIPT, FACES_SCRIPT]

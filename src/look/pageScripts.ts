import { FACES_SCRIPT } from './facesScript'
import { LAMP_SCRIPT } from './lampScript'
import { ZONE_SCRIPT } from './zoneScript'

/** Every script that stands in the page itself. They are the same on each page: the page's policy knows them by their digests. */
export const PAGE_SCRIPTS: readonly string[] = [LAMP_SCRIPT, ZONE_SCRIPT, FACES_SCRIPT]

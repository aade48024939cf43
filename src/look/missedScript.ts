import { palette } from './palette'

const WORDS =
  'Part of this page did not arrive: it shows what was recorded and takes nothing in. Load it again when there is a connection.'
const styleIn = ({ stopSoft, ink, stop }: Record<'stopSoft' | 'ink' | 'stop', string>) =>
  `margin:0;padding:10px 16px;background:${stopSoft};color:${ink};border-left:3px solid ${stop};font:14px/1.5 system-ui,sans-serif`

/** Says it where a script that a page is sent with cannot be had: everything that would say so otherwise needs its scripts. */
export const MISSED_SCRIPT = `addEventListener('error',function(e){var t=e.target,d=document,p;if(!t||t.tagName!=='SCRIPT'||d.readyState==='complete'||!d.body||d.getElementById('missed'))return;p=d.createElement('p');p.id='missed';p.setAttribute('role','alert');p.style.cssText=d.documentElement.classList.contains('dark')?'${styleIn(palette.lamp)}':'${styleIn(palette.paper)}';p.textContent='${WORDS}';d.body.prepend(p)},true)`

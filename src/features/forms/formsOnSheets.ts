import dynamic from 'next/dynamic'

// Forms that are laid out on an `Overlay`: a script of their own, fetched when the first is asked for; the sheet says so meanwhile.
export const SpecForm = dynamic(() => import('./SpecForm').then(({ SpecForm }) => SpecForm))
export const ThingForm = dynamic(() => import('./ThingForm').then(({ ThingForm }) => ThingForm))
export const ItemForm = dynamic(() => import('./ItemForm').then(({ ItemForm }) => ItemForm))

/** The colours of the app, once: paper by day, lamp in lofts and meter cupboards. Screens use the theme's names for them; print uses these. */
export const palette = {
  paper: {
    paper: '#eee8da', sheet: '#faf6ec', sheet2: '#f4eee0', ink: '#1c2830', ink2: '#4a565e', ink3: '#5f6970', rule: '#d8cfbb', rule2: '#a89b80',
    ember: '#a8451a', emberSoft: '#f3dfd0', emberInk: '#faf6ec', grid: '#34508c', gridSoft: '#dde3ee', island: '#a8451a', sun: '#8f6300', sunSoft: '#f2e3bd',
    proven: '#1c6656', watch: '#805300', stop: '#a01f38', open: '#5f6970', provenSoft: '#dbe8df', watchSoft: '#f3e6c8', stopSoft: '#f3d9da', openSoft: '#e8e3d6',
    foot: '#1c2830', footInk: '#f4eee0', neutral: '#3f7690', earth: '#5d7a2e',
  },
  lamp: {
    paper: '#12181c', sheet: '#1a2227', sheet2: '#20292f', ink: '#eee6d4', ink2: '#b9b6aa', ink3: '#9a9c9b', rule: '#303a40', rule2: '#56626a',
    ember: '#f0945c', emberSoft: '#3a2a20', emberInk: '#161b1e', grid: '#8fa9e6', gridSoft: '#232e44', island: '#f0945c', sun: '#e9bd55', sunSoft: '#3a3119',
    proven: '#7fd0b4', watch: '#e9bd55', stop: '#f08a94', open: '#9a9c9b', provenSoft: '#1f332d', watchSoft: '#352c18', stopSoft: '#3a2226', openSoft: '#262e33',
    foot: '#05080a', footInk: '#eee6d4', neutral: '#83bcd6', earth: '#a9c774',
  },
} as const

export type ColourName = keyof (typeof palette)['paper']

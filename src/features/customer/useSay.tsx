'use client'
import { type ReactNode, createContext, useContext } from 'react'
import { type NumberStyle, inNumberStyle } from '@/core/quantity/numberStyle'

const Numbers = createContext<NumberStyle>('point')

/** How figures are written on everything inside. */
export function NumbersAs({ style, children }: { style: NumberStyle; children: ReactNode }) {
  return <Numbers.Provider value={style}>{children}</Numbers.Provider>
}

/** Writes a text with its figures as the household writes them. */
export function useSay(): (text: string) => string {
  const style = useContext(Numbers)
  return (text) => inNumberStyle(text, style)
}

import { Text as PlainText } from '@react-pdf/renderer'
import { Children, type ComponentProps, type PropsWithChildren } from 'react'
import { printable } from './printedSigns'

/** Text of a PDF. Every one goes through here: what the faces do not hold would be printed as other letters. */
export const Text = ({ children, ...props }: PropsWithChildren<ComponentProps<typeof PlainText>>) => (
  <PlainText {...props}>
    {Children.map(children, (child) => (typeof child === 'string' ? printable(child) : child))}
  </PlainText>
)

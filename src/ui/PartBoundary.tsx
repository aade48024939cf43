'use client'
import { Component, type ReactNode } from 'react'
import { Notice } from './Notice'

/** Around a part whose script is its own: where that cannot be had, the part says so, and the page around it goes on. */
export class PartBoundary extends Component<{ children: ReactNode }, { isMissing: boolean }> {
  override state = { isMissing: false }

  static getDerivedStateFromError() {
    return { isMissing: true }
  }

  override render() {
    if (!this.state.isMissing) return this.props.children
    return (
      <Notice kind="error">
        This part of the app could not be opened: it may not be on this device yet. What you entered is kept. Load the
        page anew when there is a connection.
      </Notice>
    )
  }
}

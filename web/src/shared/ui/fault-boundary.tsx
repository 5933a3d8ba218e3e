import { Component, type ReactNode } from 'react';
import { isMissingPart } from '../missing-part';
import { Failed } from './states';

/** A fault in the interface is told where the page would be; what was typed is kept on the device and comes back with it. */
export class FaultBoundary extends Component<{ children: ReactNode }, { fault: unknown }> {
  override state: { fault: unknown } = { fault: null };

  static getDerivedStateFromError(fault: unknown): { fault: unknown } {
    return { fault: fault ?? new Error('unknown fault') };
  }

  override render(): ReactNode {
    if (this.state.fault === null) return this.props.children;
    const { fault } = this.state;
    return <Failed fault={fault} retry={() => (isMissingPart(fault) ? location.reload() : this.setState({ fault: null }))} />;
  }
}

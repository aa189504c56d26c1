import { Component, type ReactNode } from 'react';
import { Button } from './Button.tsx';

type Props = {
  /** What is shown here, as people call it. */
  readonly name: string;
  readonly children: ReactNode;
  /** Beside trying again: a way out that keeps the work. */
  readonly exits?: ReactNode;
};
type State = { readonly error: unknown };

/** Holds an error to the part it happened in: the rest of the page, and every edit, stay. */
export class Boundary extends Component<Props, State> {
  override state: State = { error: null };

  static getDerivedStateFromError(error: unknown): State {
    return { error: error ?? new Error('unknown') };
  }

  override render(): ReactNode {
    const { name, children, exits } = this.props;
    const { error } = this.state;
    if (error === null) return children;
    return (
      <div role="alert" className="m-4 border border-crayon bg-paper p-4">
        <p className="mb-1 font-semibold text-crayon">{name} could not be shown.</p>
        <p className="mb-3">
          Your edits are kept. What went wrong:{' '}
          {error instanceof Error ? error.message : 'nothing more was told.'}
        </p>
        <div className="flex flex-wrap items-center gap-3">
          <Button look="strong" onClick={() => this.setState({ error: null })}>
            Try again
          </Button>
          <Button onClick={() => window.location.reload()}>Load the page anew</Button>
          {exits}
        </div>
      </div>
    );
  }
}

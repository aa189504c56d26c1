/**
 * Runs a slow job for the newest input only: while one is under way, later inputs replace each other, and
 * the last of them runs next. Answers to replaced inputs are dropped.
 */
export class LatestOnly<Input, Output> {
  private isBusy = false;
  private next: { readonly input: Input } | null = null;

  constructor(
    private readonly run: (input: Input) => Promise<Output>,
    private readonly onOutput: (output: Output, input: Input) => void,
    private readonly onError: (error: unknown) => void,
  ) {}

  ask(input: Input): void {
    this.next = { input };
    if (!this.isBusy) void this.work();
  }

  /** Drops what waits; an answer under way is dropped too. */
  cancel(): void {
    this.next = null;
    this.generation++;
  }

  private generation = 0;

  private isOutdated(generation: number): boolean {
    return this.next !== null || generation !== this.generation;
  }

  private async work(): Promise<void> {
    this.isBusy = true;
    while (this.next !== null) {
      const { input } = this.next;
      this.next = null;
      const { generation } = this;
      try {
        const output = await this.run(input);
        if (!this.isOutdated(generation)) this.onOutput(output, input);
      } catch (error) {
        this.onError(error);
      }
    }
    this.isBusy = false;
  }
}

/** So long a thing waits for the screen that asked for it; then nobody is coming. */
const KEPT_MS = 60_000;

/**
 * What a screen makes in its first render and opens once it stands. React may throw that render away and begin it again, any number of
 * times, and each would make another, all of them at work: until one is opened, every beginning is given the same.
 */
export class FirstRender<T> {
  private waiting: { key: readonly unknown[]; made: T; timer: ReturnType<typeof setTimeout> } | undefined;

  /** What waits under this key, or a new one. What waits under another is let go of. */
  of(key: readonly unknown[], make: () => T): T {
    const { waiting } = this;
    if (waiting && waiting.key.length === key.length && waiting.key.every((each, i) => each === key[i])) return waiting.made;
    this.letGo();
    const made = make();
    const timer = setTimeout(() => this.opened(made), KEPT_MS);
    this.waiting = { key, made, timer };
    return made;
  }

  /** It stands on a screen: whoever comes next makes one of his own. */
  opened(made: T): void {
    if (this.waiting?.made === made) this.letGo();
  }

  private letGo(): void {
    clearTimeout(this.waiting?.timer);
    this.waiting = undefined;
  }
}

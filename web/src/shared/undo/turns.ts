/** Wishes kept one after another; one that was overtaken before its turn came is left out, and a late answer never shows. */
export class Turns {
  private last: Promise<unknown> = Promise.resolve();
  private asked = 0;

  /** Carry this out when what runs is done, unless something newer was asked for: then, or when it is overtaken meanwhile, null. */
  async newest<T>(act: () => Promise<T>): Promise<T | null> {
    this.asked += 1;
    const mine = this.asked;
    const run = this.last.then(() => (mine === this.asked ? act() : null));
    this.last = run.catch(() => undefined);
    const answer = await run;
    return mine === this.asked ? answer : null;
  }
}

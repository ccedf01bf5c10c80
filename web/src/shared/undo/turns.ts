import { revisions } from "../api/revisions";

/** Wishes kept one after another. */
export class Turns {
  private last: Promise<unknown> = Promise.resolve();
  private asked = 0;

  /** Carry this out when what runs is done; it counts as on its way from now on, also before anything of it is sent. */
  async inTurn<T>(act: () => Promise<T>): Promise<T> {
    const done = revisions.hold();
    const run = this.last.then(act).finally(done);
    this.last = run.catch(() => undefined);
    return run;
  }

  /** The same, unless something newer was asked for: then, or when it is overtaken meanwhile, null, and a late answer never shows. */
  async newest<T>(act: () => Promise<T>): Promise<T | null> {
    this.asked += 1;
    const mine = this.asked;
    const answer = await this.inTurn(async () => (mine === this.asked ? act() : null));
    return mine === this.asked ? answer : null;
  }
}

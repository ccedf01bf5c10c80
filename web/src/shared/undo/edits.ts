/** A stack of edits, each with its way back. Undoing waits for what is still being kept, and one undo for the other. */

export interface Edit {
  label: string;
  act: () => Promise<unknown>;
  undo: () => Promise<unknown>;
}

const MOST_EDITS = 50;

export class EditStack {
  private edits: { edit: Edit; kept: Promise<unknown> }[] = [];
  private undone: Edit[] = [];
  private last: Promise<unknown> = Promise.resolve();

  /** Called whenever the edit that would be undone next changes. */
  constructor(private readonly changed: (next: string | null, redo: string | null) => void) {}

  /** Carry out an edit. One that fails leaves nothing to undo, and fails for the caller too. */
  async carryOut(edit: Edit): Promise<void> {
    this.undone = [];
    await this.carry(edit);
  }

  private async carry(edit: Edit): Promise<void> {
    const entry = { edit, kept: edit.act() };
    this.edits = [...this.edits.slice(1 - MOST_EDITS), entry];
    this.tellNext();
    try {
      await entry.kept;
    } catch (error) {
      this.edits = this.edits.filter((other) => other !== entry);
      this.tellNext();
      throw error;
    }
  }

  /** Take the newest edit back; gives its label, or null when there is none. */
  async undo(): Promise<string | null> {
    const entry = this.edits.pop();
    this.tellNext();
    if (!entry) return null;
    const before = this.last;
    this.last = (async () => {
      await Promise.allSettled([before, entry.kept]);
      await entry.edit.undo();
    })();
    await this.last;
    this.undone.push(entry.edit);
    this.tellNext();
    return entry.edit.label;
  }

  /** Carry the edit that was taken back last out again; gives its label, or null when there is none. */
  async redo(): Promise<string | null> {
    const edit = this.undone.pop();
    if (!edit) return null;
    await this.last;
    await this.carry(edit);
    return edit.label;
  }

  private tellNext() {
    this.changed(this.edits.at(-1)?.edit.label ?? null, this.undone.at(-1)?.label ?? null);
  }
}

/** Things that are found to be one, pair by pair. */
export class Groups {
  private readonly parent: number[];

  constructor(count: number) {
    this.parent = Array.from({ length: count }, (_, i) => i);
  }

  /** The one that stands for all that are one with it. */
  of(i: number): number {
    let at = i;
    while (this.parent[at] !== at) {
      this.parent[at] = this.parent[this.parent[at] as number] as number;
      at = this.parent[at] as number;
    }
    return at;
  }

  join(a: number, b: number): void {
    this.parent[this.of(a)] = this.of(b);
  }

  /** For each thing the number of its group, in the order in which they come, from 0. */
  numbered(): number[] {
    const order = new Map<number, number>();
    return this.parent.map((_, i) => {
      const root = this.of(i);
      const known = order.get(root);
      if (known !== undefined) return known;
      order.set(root, order.size);
      return order.size - 1;
    });
  }
}

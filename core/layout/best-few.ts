/** The few cheapest of many, without sorting them all. */
export class BestFew<T> {
  private found: { readonly item: T; readonly cost: number; readonly met: number }[] = []
  private met = 0
  /** @param limit what costs this much or more is not among them; falls as cheaper ones are found */
  constructor(
    private readonly most: number,
    public limit = Infinity,
  ) {}

  add(item: T, cost: number): void {
    this.found.push({ item, cost, met: this.met++ })
    if (this.found.length >= 3 * this.most) this.trim()
  }
  private trim(): void {
    // Equal costs stay in the order in which they were met: the same input always gives the same list.
    this.found.sort((x, y) => x.cost - y.cost || x.met - y.met)
    this.found.length = Math.min(this.found.length, this.most)
    if (this.found.length === this.most) this.limit = Math.min(this.limit, this.found[this.most - 1]!.cost)
  }
  list(): readonly { readonly item: T; readonly cost: number }[] {
    this.trim()
    return this.found
  }
}

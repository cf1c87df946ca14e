/** The URL parser that browsers and Node share. Of all that they have beside the language, core uses this alone. */
declare class URL {
  constructor(address: string, base?: string)
  static canParse(address: string, base?: string): boolean
  readonly href: string
  readonly protocol: string
  readonly host: string
  readonly origin: string
  readonly username: string
  readonly password: string
}

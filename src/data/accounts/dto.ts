/** One's own account, as its screen shows it. */
export interface SessionDto {
  readonly id: string;
  readonly isThis: boolean;
  readonly since: Date;
  readonly lastUsed: Date;
  /** What the browser says of itself; empty: nothing. */
  readonly browser: string;
  readonly address: string;
}

export interface AccountDto {
  readonly name: string;
  readonly address: string;
  readonly sessions: readonly SessionDto[];
}

/** A secret that a change needs before it can be made. The plan itself never knows its value. */
export interface SecretNeed {
  /** The choice by which it is asked for. */
  choice: string;
  ask: string;
  /** The variable, and the file that it goes into, relative to the host's root. */
  variable: string;
  file: string;
  /** Made at random where nobody gives it. */
  random: boolean;
}

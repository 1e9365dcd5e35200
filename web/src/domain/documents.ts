/** The shapes of everything the service takes and gives, as it publishes them. */

export type * from "./generated/schema";

import type { Help, WhoAmI } from "./generated/schema";

/** Who may make an account. */
export type Registration = WhoAmI["registration"];

/** How a thing is come by. */
export type ComeBy = NonNullable<Help["item"]>["come_by"];

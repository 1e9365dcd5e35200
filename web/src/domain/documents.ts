/** The shapes of everything the service takes and gives, as it publishes them. */

export type * from "./generated/schema";

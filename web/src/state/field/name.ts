/** The name of the field's database in this browser. */
export const NAME = "steady-tide-field";

/** How a value of a document reads as text while it is edited, and back. Pure. */

export type Kind =
  | "text"
  | "number"
  | "flag"
  | "words"
  | "numbers"
  | "levels"
  | "by-codec"
  | "cold"
  | "values";

export type Json = string | number | boolean | null | Json[] | { [key: string]: Json };
export type Tree = { [key: string]: Json };

/** Values of a menu line are parted by this, since they hold spaces and commas themselves. */
const BETWEEN = " | ";
const NUMBER = /^-?\d+(\.\d+)?$/;

/** The value at a dotted path, or undefined. */
export function at(tree: Tree, path: string): Json | undefined {
  let node: Json | undefined = tree;
  for (const part of path.split(".")) {
    if (node === null || typeof node !== "object" || Array.isArray(node)) return undefined;
    node = node[part];
  }
  return node;
}

/** Put a value at a dotted path, in place; undefined takes it out. */
export function put(tree: Tree, path: string, value: Json | undefined): void {
  const parts = path.split(".");
  const last = parts.pop() as string;
  let node = tree;
  for (const part of parts) {
    const next = node[part];
    node[part] = next && typeof next === "object" && !Array.isArray(next) ? { ...next } : {};
    node = node[part] as Tree;
  }
  if (value === undefined) delete node[last];
  else node[last] = value;
}

const record = (value: Json | undefined): [string, Json][] =>
  value && typeof value === "object" && !Array.isArray(value) ? Object.entries(value) : [];
const list = (value: Json | undefined): Json[] => (Array.isArray(value) ? value : []);

/** A value as it is typed. `crops` are those of the same row, for stabilisation levels. */
export function typedText(kind: Kind, value: Json | undefined, crops?: Json): string {
  switch (kind) {
    case "flag":
      return value ? "yes" : "no";
    case "words":
    case "numbers":
      return list(value).join(" ");
    case "values":
      return list(value).join(BETWEEN);
    case "cold":
      return list(value)
        .map((row) => `${at(row as Tree, "at_c")}:${at(row as Tree, "share")}`)
        .join(" ");
    case "by-codec":
      return record(value)
        .map(([codec, numbers]) => `${codec}:${list(numbers).join("/")}`)
        .join(" ");
    case "levels": {
      const own = new Map(record(crops));
      return list(value)
        .map((level) => (own.has(String(level)) ? `${level}:${own.get(String(level))}` : String(level)))
        .join(" ");
    }
    default:
      return value === undefined || value === null ? "" : String(value);
  }
}

/** A number where the text is one; else the text, for the service to say what is wrong with it. */
const numeral = (text: string): Json => (NUMBER.test(text) ? Number(text) : text);

const split = (text: string) =>
  text
    .trim()
    .split(/[\s,]+/)
    .filter(Boolean);

/** What is sent for a text; undefined where the field is left out. */
export function meant(kind: Kind, text: string): Json | undefined {
  const clean = text.trim();
  switch (kind) {
    case "text":
      return clean === "" ? undefined : clean;
    case "number":
      return clean === "" ? undefined : numeral(clean);
    case "flag":
      return ["yes", "true", "1", "x"].includes(clean.toLowerCase());
    case "words":
      return split(clean);
    case "numbers":
      return split(clean).map(numeral);
    case "values":
      return clean === "" ? [] : clean.split("|").map((part) => numeral(part.trim()));
    case "cold":
      return split(clean).map((part) => {
        const [degrees = "", share = ""] = part.split(":");
        return { at_c: numeral(degrees), share: numeral(share) };
      });
    case "by-codec":
      return Object.fromEntries(
        split(clean).map((part) => {
          const [codec = "", numbers = ""] = part.split(":");
          return [codec, numbers.split("/").map(numeral)];
        }),
      );
    case "levels":
      return split(clean).map((part) => part.split(":")[0] ?? "");
  }
}

/** The crops that stand beside stabilisation levels: "standard:0.13". */
export function cropsIn(text: string): Json {
  return Object.fromEntries(
    split(text)
      .filter((part) => part.includes(":"))
      .map((part) => {
        const [level = "", crop = ""] = part.split(":");
        return [level, numeral(crop)];
      }),
  );
}

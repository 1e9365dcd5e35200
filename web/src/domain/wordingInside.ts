/** The rooms of the catalogue behind the first card. Whoever imports this has them. */

import words from "./generated/words/inside.json";
import { withWords } from "./wording";

withWords(words);

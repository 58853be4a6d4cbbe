/**
 * The languages of which PostgreSQL knows the forms of words (Snowball stemmers), as it names them. "simple":
 * none of them, words are found as they are written.
 */
export const languages = {
  simple: "Another language",
  arabic: "Arabic",
  armenian: "Armenian",
  basque: "Basque",
  catalan: "Catalan",
  danish: "Danish",
  dutch: "Dutch",
  english: "English",
  finnish: "Finnish",
  french: "French",
  german: "German",
  greek: "Greek",
  hindi: "Hindi",
  hungarian: "Hungarian",
  indonesian: "Indonesian",
  irish: "Irish",
  italian: "Italian",
  lithuanian: "Lithuanian",
  nepali: "Nepali",
  norwegian: "Norwegian",
  portuguese: "Portuguese",
  romanian: "Romanian",
  russian: "Russian",
  serbian: "Serbian",
  spanish: "Spanish",
  swedish: "Swedish",
  tamil: "Tamil",
  turkish: "Turkish",
  yiddish: "Yiddish",
} as const;

export type Language = keyof typeof languages;

export const languageNames = Object.keys(languages) as [Language, ...Language[]];

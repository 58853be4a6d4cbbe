/**
 * Words by key, from the message files of a language (ICU messages). Each subject has a file of its own, so
 * that a screen brings no more than its own words to the browser. Keys are typed; a test holds what stands
 * between braces to what is given.
 */
import { createTranslator } from "use-intl/core";
import { common } from "./common";
import mail from "./en/mail.json";
import news from "./en/news.json";

export type MailKind = keyof typeof mail;

export const mailWords = createTranslator({ ...common, messages: mail });
export const newsWords = createTranslator({ ...common, messages: news });

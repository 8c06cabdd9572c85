export { LANGUAGES, LANGUAGE_NAMES, languageAsked, languageOf, localeOf, type Language } from './language';
export { fieldWords, type FieldWords } from './field';
export { wordsIn, type Spoken } from './said';
export { customerWords, paperWords, type CustomerWords, type PaperWords } from './customer';
export { dayIn } from './days';
export { mailWords, type MailWords } from './mail';
export { doorWords, type DoorWords } from './door';
export { padWords, type PadWords } from './pad';
export { choose } from './en/choose';

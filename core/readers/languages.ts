import { z } from 'zod'
import { dayIn } from '../times/zones.ts'

/** Languages in which the blog speaks to its readers. */
export const LANGUAGES = ['en', 'de', 'fr', 'es', 'pl', 'ar', 'ja'] as const
export const Language = z.enum(LANGUAGES)
export type Language = z.infer<typeof Language>

/** What bloggers call them, each in its own words. */
export const LANGUAGE_NAMES: Record<Language, string> = {
  en: 'English',
  de: 'Deutsch',
  fr: 'Français',
  es: 'Español',
  pl: 'Polski',
  ar: 'العربية',
  ja: '日本語',
}

export const directionOf = (language: Language): 'ltr' | 'rtl' => (language === 'ar' ? 'rtl' : 'ltr')

/** As dates and plurals are asked for: English is that of the sample world. */
const LOCALES: Record<Language, string> = { en: 'en-GB', de: 'de', fr: 'fr', es: 'es', pl: 'pl', ar: 'ar', ja: 'ja' }

const dates = new Map<Language, Intl.DateTimeFormat>()
/** "14 March 2026" of an ISO date, as the language has it; of a moment, the day that it is in this zone then. */
export function longDate(iso: string, language: Language, zone = 'UTC'): string {
  const format =
    dates.get(language) ?? new Intl.DateTimeFormat(LOCALES[language], { dateStyle: 'long', timeZone: 'UTC' })
  dates.set(language, format)
  return format.format(new Date(`${dayIn(iso, zone)}T00:00:00Z`))
}

const plurals = new Map<Language, Intl.PluralRules>()
export function pluralOf(n: number, language: Language): Intl.LDMLPluralRule {
  const rules = plurals.get(language) ?? new Intl.PluralRules(LOCALES[language])
  plurals.set(language, rules)
  return rules.select(n)
}

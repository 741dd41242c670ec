/** By day or by night: what a person chooses for one browser, kept in a cookie so that the first picture is right already. */
export const THEMES = ['system', 'light', 'dark'] as const;
export type Theme = (typeof THEMES)[number];

export const THEME_COOKIE = 'libellus-theme';

/** The choice in a cookie's value; anything else follows the system. */
export const themeOf = (value: string | undefined): Theme => THEMES.find((t) => t === value) ?? 'system';

import { createVuetify } from 'vuetify'
import { aliases, mdi } from 'vuetify/iconsets/mdi-svg'

const shared = { error: '#a5372c', warning: '#8a5a0c', info: '#44708f', success: '#4e7d2b' }

/** Vuetify carries fields, menus and buttons; the look comes from the same tokens as theme.css. */
export const vuetify = createVuetify({
  icons: { defaultSet: 'mdi', aliases, sets: { mdi } },
  defaults: {
    VTextField: { variant: 'outlined', density: 'comfortable', color: 'primary', hideDetails: 'auto' },
    VSelect: { variant: 'outlined', density: 'comfortable', color: 'primary', hideDetails: 'auto' },
    VAutocomplete: { variant: 'outlined', density: 'comfortable', color: 'primary', hideDetails: 'auto' },
    VTextarea: { variant: 'outlined', density: 'comfortable', color: 'primary', hideDetails: 'auto' },
    VBtn: { variant: 'flat', rounded: 'lg', height: 48 },
  },
  theme: {
    defaultTheme: 'day',
    variations: false,
    themes: {
      day: {
        dark: false,
        colors: {
          ...shared,
          background: '#f4eee2',
          surface: '#fbf8f1',
          primary: '#2d5a3d',
          'on-background': '#1f2a24',
          'on-surface': '#1f2a24',
        },
        variables: { 'medium-emphasis-opacity': 0.78, 'border-opacity': 0.4 },
      },
      evening: {
        dark: true,
        colors: {
          ...shared,
          error: '#f08a7e',
          background: '#171d19',
          surface: '#1f2722',
          primary: '#9cc98a',
          'on-primary': '#14201a',
          'on-background': '#ece7db',
          'on-surface': '#ece7db',
        },
        variables: { 'medium-emphasis-opacity': 0.8, 'border-opacity': 0.4 },
      },
    },
  },
})

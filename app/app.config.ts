export default defineAppConfig({
  ui: {
    colors: { primary: 'dusk', secondary: 'dusk', success: 'moss', warning: 'plum', error: 'plum', info: 'dusk', neutral: 'linen' },
    button: { slots: { base: 'rounded-[3px] font-semibold tracking-wide min-h-11' } },
    input: { slots: { base: 'rounded-[3px] min-h-11 bg-paper ring-1 ring-seam text-base' } },
    textarea: { slots: { base: 'rounded-[3px] bg-paper ring-1 ring-seam text-base' } },
    select: {
      slots: { base: 'rounded-[3px] min-h-11 bg-paper ring-1 ring-seam text-base', content: 'rounded-[3px] bg-paper ring-1 ring-seam' },
    },
    formField: { slots: { label: 'font-semibold text-ink', error: 'mt-1 text-alert font-medium', help: 'text-muted-ink' } },
    switch: { slots: { label: 'text-base text-ink' } },
    checkbox: { slots: { label: 'text-base text-ink' } },
  },
})

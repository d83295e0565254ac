export default defineAppConfig({
  ui: {
    colors: { primary: 'dusk', secondary: 'dusk', success: 'moss', warning: 'plum', error: 'plum', info: 'dusk', neutral: 'linen' },
    button: { slots: { base: 'rounded-[3px] font-semibold tracking-wide min-h-11' } },
    input: { slots: { base: 'rounded-[3px] min-h-11 bg-paper ring-1 ring-seam text-base' } },
    textarea: { slots: { base: 'rounded-[3px] bg-paper ring-1 ring-seam text-base' } },
    select: {
      slots: { base: 'rounded-[3px] min-h-11 bg-paper ring-1 ring-seam text-base', content: 'rounded-[3px] bg-paper ring-1 ring-seam' },
    },
    // Why a field is refused is read while one is in it, over what lies below: nothing moves as it comes and goes.
    formField: {
      slots: {
        root: 'group/field', label: 'font-semibold text-ink', container: 'relative', help: 'text-muted-ink',
        error: 'absolute top-full left-0 z-20 mt-0.5 hidden w-max max-w-full border-l-4 border-alert bg-paper px-2 py-1 text-[15px] '
          + 'leading-snug font-medium text-alert shadow-md group-focus-within/field:block',
      },
    },
    switch: { slots: { label: 'text-base text-ink' } },
    checkbox: { slots: { label: 'text-base text-ink' } },
  },
})

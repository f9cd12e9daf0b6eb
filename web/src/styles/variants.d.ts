import 'bootstrap-vue-next'

declare module 'bootstrap-vue-next' {
  /** The buttons that styles/_controls.scss adds to Bootstrap's. */
  interface BaseButtonVariant {
    quiet: unknown
    strong: unknown
    lemon: unknown
    lime: unknown
    tangerine: unknown
    chip: unknown
    pill: unknown
  }
}

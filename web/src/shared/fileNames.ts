const longestName = 80

/** A file's name as the core takes it: its end counts most. */
export const plainFileName = ({ name }: File): string =>
  name
    .replaceAll(/[<>/\p{Cc}\p{Cs}]/gu, '_')
    .slice(-longestName)
    .trim()

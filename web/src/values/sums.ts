/**
 * Reads what is typed into a number field: a number, a sum such as `12*4` or `(3+1)/2`, or a change of the
 * present value such as `+=5`, `-=5`, `*=2`, `/=2`. A decimal comma is taken as well, `50%` is 0.5 and `2x` is 2.
 * @param inPercent The number is one of hundredths: then `50%` is 50.
 * @returns the number, or null where the text is none.
 */
export function readSum(text: string, present: number, inPercent = false): number | null {
  const plain = text
    .replace(/[\s\u2009°]/g, '')
    .replace(/,/g, '.')
    .replace(/(\d[\d.]*)%/g, inPercent ? '$1' : '($1/100)')
    .replace(/^([+\-*/]=)?(\d[\d.]*)[x×]$|^([+\-*/]=)?[x×](\d[\d.]*)$/, '$1$2$3$4')
    .replace(/×/g, '*')
    .replace(/−/g, '-')
  const change = /^([+\-*/])=(.+)$/.exec(plain)
  const value = change ? evaluate(`(${present})${change[1]}(${change[2]})`) : evaluate(plain)
  return value !== null && Number.isFinite(value) ? value : null
}

/** sum = product {('+'|'-') product}; product = factor {('*'|'/') factor}; factor = ['-'|'+'] (number | '(' sum ')') */
function evaluate(text: string): number | null {
  const tokens = text.match(/\d+(?:\.\d*)?(?:e[+-]?\d+)?|\.\d+(?:e[+-]?\d+)?|[+\-*/()]/gi)
  if (!tokens || tokens.join('') !== text) return null
  let at = 0

  const sum = (): number => {
    let value = product()
    while (tokens[at] === '+' || tokens[at] === '-')
      value = tokens[at++] === '+' ? value + product() : value - product()
    return value
  }
  const product = (): number => {
    let value = factor()
    while (tokens[at] === '*' || tokens[at] === '/') value = tokens[at++] === '*' ? value * factor() : value / factor()
    return value
  }
  const factor = (): number => {
    const token = tokens[at++]
    if (token === '-') return -factor()
    if (token === '+') return factor()
    if (token !== '(') return token === undefined ? NaN : Number(token)
    const value = sum()
    return tokens[at++] === ')' ? value : NaN
  }

  const value = sum()
  return at === tokens.length ? value : null
}

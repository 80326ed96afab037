/** A condition's name in the middle of a sentence: "White spot" becomes "white spot", "pH or salt shock" stays. */
export const inSentence = (name: string) =>
  /^[A-Z][a-z ]/.test(name) ? name.charAt(0).toLowerCase() + name.slice(1) : name

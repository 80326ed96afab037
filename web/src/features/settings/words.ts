/** What the scripts of “settings” say, of plain values; what stands in a page is said by the page. */
export const SOMEWHERE_ELSE = 'somewhere else, or not said'
export const TEST_KITS_READ = 'Test kits read'

// each call makes two: O(n) time
/** @param {number} n
 * @return {number} */
var waysDown = function(n) {
  return n < 2 ? 1 : (waysDown(n - 1) + waysDown(n - 2)) % 1000007;
};

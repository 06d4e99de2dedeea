/**
 * How long to wait for something that comes by now and then, s: it comes by at random, so nobody has come after t with
 * chance e^(−rate × t) (a Poisson process). Check: 4 an hour, 90 %: 34.5 min.
 * @param chance of having seen one by then, 0 to 1
 */
export const waitS = (comesPerHour: number, chance: number) =>
  (-Math.log(1 - chance) / comesPerHour) * 3600;

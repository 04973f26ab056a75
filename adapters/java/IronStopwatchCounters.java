/** Seen by every class of a counting process, those of the library too. */
public final class IronStopwatchCounters {
    public static long steps, bulk;

    private IronStopwatchCounters() {}

    /** For solutions of several threads. */
    public static synchronized void step() { ++steps; }

    /** A copy of so many elements, taken as four bytes each: a step for 16 bytes. */
    public static synchronized void copied(int elements) { bulk += 1 + elements / 4; }
}

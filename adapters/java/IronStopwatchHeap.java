/**
 * The most that a call holds at a time. The machine tells only what stands in the heap, garbage with it: counted code
 * looks at it where it jumps, begins or returns and where much was made or copied, and collects what is garbage once
 * enough is new.
 */
final class IronStopwatchHeap {
    private static final int FARTHEST = 1 << 16; // looks from one collection to the next
    private static final int TIMES = 12; // collections; then so much again has to be new, or pass, until the next
    private static final long BYTES = 4096; // new since the last one
    private static final long FINE = 4096; // bytes: a page of the stack, and what the machine itself keeps of a call
    private static final double SHARE = 1 / 8.0; // the same, of what is held
    private static final double UNCLEAR = 2.5; // times what was held for certain: less is no growth's
    static final int LARGE = 256; // elements: what so much was made of is looked at

    static volatile boolean weighs = false;
    private static final Runtime runtime = Runtime.getRuntime();
    private static long first, stood, seen; // bytes: at the beginning, after the last collection, at the last look
    private static long most, unsure; // held beyond the first for certain, and perhaps where much came and went between two looks
    private static double kept; // the share of what was new that the last collections left, the last one most of all
    private static int times, every;
    private static long passed;

    private IronStopwatchHeap() {}

    static long held() { return runtime.totalMemory() - runtime.freeMemory(); }

    static synchronized void begin() {
        for (long before = Long.MAX_VALUE; (first = collected()) < before;) before = first;
        stood = seen = first;
        most = unsure = passed = times = 0;
        kept = every = 1;
        weighs = true;
        IronStopwatchCounters.looks = 1;
    }

    private static long collected() {
        System.gc();
        return held();
    }

    private static double due() {
        return Math.max(BYTES * Math.pow(2, times / TIMES), (stood - first) * SHARE);
    }

    static synchronized void look() {
        if (!weighs) {
            IronStopwatchCounters.looks = Integer.MAX_VALUE;
            return;
        }
        passed += every - Math.max(0, IronStopwatchCounters.looks);
        long now = held(), more = now - seen; // less than nothing where the machine collected something
        double due = due();
        seen = now;
        if (now - stood >= due || passed >= FARTHEST * Math.pow(2, times / TIMES)) collect(now, due);
        else if (more > due / 4) every = Math.max(1, every / 4);
        else if (more >= 0 && more < due / 16) every = Math.min(2 * every, FARTHEST);
        IronStopwatchCounters.looks = every;
    }

    private static void collect(long now, double due) {
        long still = collected();
        if (now - stood > 2 * due && now - still > 2 * due) unsure = Math.max(unsure, now - first);
        if (now > stood) kept = (kept + Math.min(1, Math.max(0, (still - stood) / (double) (now - stood)))) / 2;
        stood = seen = still;
        most = Math.max(most, still - first);
        passed = 0;
        ++times;
        every = Math.max(1, every / 4);
    }

    /** Bytes, and how finely they are known. Of what is new since the last collection as much counts as they left. */
    static synchronized long[] end() {
        weighs = false;
        long whole = Math.max(0, Math.max(most, Math.round(stood - first + Math.max(0, held() - stood) * kept)));
        return new long[] {whole, unsure > UNCLEAR * whole + FINE ? unsure - whole : FINE};
    }
}

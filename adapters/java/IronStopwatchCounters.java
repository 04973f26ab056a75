/** Seen by every class of a counting process, those of the library too. */
public final class IronStopwatchCounters {
    private static final int MOST = 1 << 16;
    private static final String[] names = new String[MOST];
    private static int known = 1;

    /** How often each site was passed, by its number; the one of number 0 is told to nobody. */
    public static final long[] at = new long[MOST];
    /** The site of the solution's own code that called into the library last: steps in there are its. */
    public static int here;
    public static long bulk;
    /** Elements of two arrays that are about to be compared. */
    public static int asked;

    /** Ends a program whose machine goes on. */
    public static final class Exit extends Error {
        public final int status;
        Exit(int status) {
            super("exit status " + status, null, false, false);
            this.status = status;
        }
    }
    /** The machine runs one program after the other; this one has asked to leave. */
    public static boolean stays, leaves;

    private IronStopwatchCounters() {}

    /** Until the heap is looked at; nothing is weighed most of the time. */
    static int looks = Integer.MAX_VALUE;
    public static void look() {
        if (--looks <= 0) IronStopwatchHeap.look();
    }
    public static void weigh() { IronStopwatchHeap.begin(); }
    /** What the call held, and to how many bytes that is known. */
    public static long[] weighed() { return IronStopwatchHeap.end(); }

    /** Stands for System.exit in the solution's code. */
    public static void exit(int status) {
        leaves = true;
        if (stays) throw new Exit(status);
        System.exit(status);
    }

    /** A number for a place in the solution's code: its method, a tabulator, and the spot as it is told. */
    public static synchronized int site(String name) {
        if (known == MOST) return 0;
        names[known] = name;
        return known++;
    }

    /** For solutions of several threads. */
    public static synchronized void step(int site) { ++at[site]; }
    public static synchronized void stepHere() { ++at[here]; }

    private static synchronized void spent(long steps) {
        bulk += steps;
        at[here] += steps;
    }

    /** A copy of so many elements, taken as four bytes each: a step for 16 bytes. */
    public static void copied(int elements) {
        spent(1 + elements / 4);
        if (IronStopwatchHeap.weighs && elements >= IronStopwatchHeap.LARGE) IronStopwatchHeap.look();
    }

    /** An array of so many elements of so many bytes each, which comes zeroed. */
    public static void made(int elements, int bytes) {
        spent((long) Math.max(elements, 0) * bytes / 16);
        if (elements >= IronStopwatchHeap.LARGE) looks = Math.min(looks, 1); // it stands there at the next look
    }

    /** The same, made by copying another. */
    public static void cloned(Object array, int bytes) { made(java.lang.reflect.Array.getLength(array), bytes); }

    /** The same of several dimensions. */
    public static void made(Object array, int bytes) {
        long elements = 1;
        for (Object at = array; at != null && at.getClass().isArray();) {
            int length = java.lang.reflect.Array.getLength(at);
            elements *= length;
            at = length > 0 && at instanceof Object[] ? ((Object[]) at)[0] : null;
        }
        spent(elements * bytes / 16);
    }

    /** Two arrays were compared over so many elements as were asked, and differ first at one of them, or nowhere. */
    public static void compared(int at) { spent(1 + (at < 0 ? asked : at) / 4); }

    public static synchronized void forget() {
        for (int i = 0; i < known; ++i) at[i] = 0;
        bulk = 0;
    }

    /** Steps since then, and where they were (docs/protocol.md): of a line in one method the most of its sites. */
    public static synchronized String told() {
        int sites = known;
        long[] counts = new long[sites];
        for (int i = 0; i < sites; ++i) counts[i] = at[i]; // what follows is counted itself
        long copied = bulk;
        java.util.TreeMap<String, Long> lines = new java.util.TreeMap<>(), spots = new java.util.TreeMap<>();
        for (int i = 1; i < sites; ++i)
            if (counts[i] > 0) lines.merge(names[i], counts[i], Math::max);
        long all = 0;
        for (java.util.Map.Entry<String, Long> line : lines.entrySet()) {
            all += line.getValue();
            spots.merge(line.getKey().substring(line.getKey().indexOf('\t') + 1), line.getValue(), Long::sum);
        }
        StringBuilder text = new StringBuilder("steps=" + all + " bulk_steps=" + Math.min(copied, all) + " spots=");
        for (java.util.Map.Entry<String, Long> spot : spots.entrySet())
            text.append(spot.getKey().replace("%", "%25").replace(" ", "%20").replace(",", "%2C"))
                .append(':').append(spot.getValue()).append(',');
        return text.toString();
    }
}

import java.io.BufferedReader;
import java.io.FileInputStream;
import java.io.FileOutputStream;
import java.io.IOException;
import java.io.InputStreamReader;
import java.lang.management.ManagementFactory;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Iron Stopwatch adapter for Java 11 and later. One file, no dependency.
 *
 * <pre>
 *     static Gauge read(String text) { … }      // the problem's text, as the solution wants it
 *     static long solve(Gauge gauge) { … }      // measured
 *     static String write(Long answer) { … }    // the answer's text
 *     public static void main(String[] arguments) {
 *         IronStopwatch.serve(Main::read, Main::solve, Main::write);
 *     }
 * </pre>
 *
 * Run by hand, the program reads standard input and writes standard output. Run by the tool, it is a worker that takes
 * commands on descriptor 3 and replies on descriptor 4; the protocol is in docs/protocol.md.
 */
public final class IronStopwatch {
    public interface Read<I> { I read(String text) throws Exception; }
    public interface Solve<I, A> { A solve(I input) throws Exception; }
    public interface Write<A> { String write(A answer) throws Exception; }

    private IronStopwatch() {}

    /** Declares nothing checked: what the three throw goes on as it is. */
    public static <I, A> void serve(Read<I> read, Solve<I, A> solve, Write<A> write) {
        try {
            serveAll(read, solve, write);
        } catch (Exception fault) {
            IronStopwatch.<RuntimeException>passOn(fault);
        }
    }

    @SuppressWarnings("unchecked")
    private static <E extends Exception> void passOn(Exception fault) throws E {
        throw (E) fault;
    }

    private static <I, A> void serveAll(Read<I> read, Solve<I, A> solve, Write<A> write) throws Exception {
        if ("1".equals(System.getenv("IRON_STOPWATCH_WORKER"))) {
            new Worker<>(read, solve, write).run();
            return;
        }
        String text = new String(System.in.readAllBytes(), StandardCharsets.UTF_8);
        System.out.print(write.write(solve.solve(read.read(text))));
        System.out.flush();
    }

    private static final class Unusable extends RuntimeException {
        Unusable(String why) { super(why); }
    }

    /** The counters of the agent that the tool starts a counting process with; null elsewhere. */
    private static final class Counters {
        static final java.lang.reflect.Method forget = method("forget"), told = method("told"), weigh = method("weigh"),
                                              weighed = method("weighed");
        private static java.lang.reflect.Method method(String name) {
            try {
                return Class.forName("IronStopwatchCounters").getMethod(name);
            } catch (ReflectiveOperationException none) {
                return null;
            }
        }
    }

    private static final class Worker<I, A> {
        private static final class Kept<I> {
            I input;
            Path path;
            String firstAnswer;
        }
        private static final class Reading { long space, whole, grain, answer, stack; Throwable thrown; }

        private final Read<I> read;
        private final Solve<I, A> solve;
        private final Write<A> write;
        private final boolean keepsInput = "1".equals(System.getenv("IRON_STOPWATCH_KEEPS_INPUT"));
        private final Map<String, Kept<I>> kept = new HashMap<>();
        private final com.sun.management.OperatingSystemMXBean system =
            (com.sun.management.OperatingSystemMXBean) ManagementFactory.getOperatingSystemMXBean();
        private FileOutputStream replies;
        private long emptyStackBytes = -1;

        Worker(Read<I> read, Solve<I, A> solve, Write<A> write) {
            this.read = read;
            this.solve = solve;
            this.write = write;
        }

        void run() throws Exception {
            BufferedReader commands = new BufferedReader(
                new InputStreamReader(new FileInputStream("/proc/self/fd/3"), StandardCharsets.UTF_8));
            replies = new FileOutputStream("/proc/self/fd/4");
            say(String.format("ready 1 floor_ns=%.3f passing=%s counting=%d warms=1 counts_first=1", measuredFloor(),
                              keepsInput ? "untouched" : "reference", Counters.told != null ? 1 : 0));
            for (String line; (line = commands.readLine()) != null && !line.equals("quit");) {
                String reply;
                try {
                    reply = obeyed(line);
                } catch (Throwable fault) {
                    reply = told(fault);
                }
                reply = reply.replaceAll("[\\r\\n]+", " ");
                say(reply.substring(0, Math.min(reply.length(), 500)));
            }
            System.exit(0); // threads of the solution's may still run
        }

        private static String told(Throwable fault) {
            if (fault instanceof Unusable) return "refused " + fault.getMessage();
            if (fault instanceof StackOverflowError) return "over-stack StackOverflowError";
            if (fault instanceof OutOfMemoryError) return "over-memory OutOfMemoryError";
            return "failed " + fault;
        }

        private void say(String line) throws IOException {
            replies.write((line + "\n").getBytes(StandardCharsets.UTF_8));
        }

        private String obeyed(String line) throws Exception {
            String[] words = line.split(" ");
            switch (words[0]) {
                case "read": {
                    Kept<I> one = new Kept<>();
                    one.path = Path.of(rest(line, 2));
                    one.input = fromFile(one.path);
                    kept.put(words[1], one);
                    return "done";
                }
                case "forget":
                    kept.remove(words[1]);
                    return "done";
                case "answer":
                    return answered(find(words[1]), Path.of(rest(line, 2)));
                case "warm":
                    return warmed(Double.parseDouble(words[1]), found(words, 2));
                case "time":
                    return timed(Integer.parseInt(words[1]), Integer.parseInt(words[2]), found(words, 3));
                case "count":
                    return counted(Path.of(rest(line, 1)), 4);
                case "count_first":
                    return counted(Path.of(rest(line, 1)), 1);
                case "space":
                    return weighed(fromFile(Path.of(rest(line, 1))));
                default:
                    throw new Unusable("unknown command '" + words[0] + "'");
            }
        }

        private static String rest(String line, int words) {
            int at = 0;
            for (int i = 0; i < words; ++i) at = line.indexOf(' ', at) + 1;
            return line.substring(at);
        }

        private List<Kept<I>> found(String[] words, int from) {
            List<Kept<I>> list = new ArrayList<>();
            for (int i = from; i < words.length; ++i) list.add(find(words[i]));
            if (list.isEmpty()) throw new Unusable("no input is named");
            return list;
        }

        private Kept<I> find(String id) {
            Kept<I> one = kept.get(id);
            if (one == null) throw new Unusable("no input has this number");
            return one;
        }

        private I fromFile(Path path) throws Exception {
            return read.read(Files.readString(path));
        }

        private I fresh(Kept<I> one) throws Exception {
            return keepsInput ? one.input : fromFile(one.path);
        }

        private String answered(Kept<I> one, Path path) throws Exception {
            I input = fresh(one);
            long from = System.nanoTime();
            A answer = solve.solve(input);
            long to = System.nanoTime();
            one.firstAnswer = write.write(answer);
            Files.writeString(path, one.firstAnswer);
            return "done call_ns=" + (to - from);
        }

        /**
         * Calls until their times settle: the middle of the last five groups of calls within 2 % of that of the five
         * before. Groups last a millisecond at least.
         */
        private String warmed(double limitMs, List<Kept<I>> round) throws Exception {
            List<Double> groups = new ArrayList<>();
            long begun = System.nanoTime();
            int calls = 0;
            boolean settled = false;
            while (!settled && System.nanoTime() - begun < 1e6 * limitMs) {
                int inGroup = 0;
                long ns = 0;
                while (ns < 1_000_000 && System.nanoTime() - begun < 1e6 * limitMs) {
                    I input = fresh(round.get(calls++ % round.size()));
                    long from = System.nanoTime();
                    sink = solve.solve(input);
                    ns += System.nanoTime() - from;
                    ++inGroup;
                }
                if (inGroup > 0) groups.add((double) ns / inGroup);
                int n = groups.size();
                if (n >= 10) {
                    double now = middle(groups.subList(n - 5, n)), before = middle(groups.subList(n - 10, n - 5));
                    settled = Math.abs(now - before) <= 0.02 * before;
                }
            }
            return "done calls=" + calls + " warm_ns=" + (System.nanoTime() - begun) + " settled=" + (settled ? 1 : 0);
        }

        private static double middle(List<Double> values) {
            List<Double> sorted = new ArrayList<>(values);
            sorted.sort(null);
            return sorted.get(sorted.size() / 2);
        }

        private String timed(int calls, int atOnce, List<Kept<I>> round) throws Exception {
            if (calls < 1 || atOnce < 1) throw new Unusable("time needs calls, copies at once and inputs");
            long wall = 0, cpu = 0;
            boolean checked = false;
            for (int done = 0; done < calls;) {
                int count = Math.min(calls - done, atOnce);
                Object[] inputs = new Object[count], answers = new Object[count];
                for (int i = 0; i < count; ++i) inputs[i] = fresh(round.get((done + i) % round.size()));
                long cpuFrom = system.getProcessCpuTime();
                wall += batch(solve, inputs, answers);
                cpu += system.getProcessCpuTime() - cpuFrom;
                for (int i = Math.max(0, count - round.size()); !checked && i < count; ++i) check(round.get((done + i) % round.size()), answers[i]);
                checked = true;
                done += count;
            }
            return "done calls=" + calls + " wall_ns=" + wall + " cpu_ns=" + cpu + " reread=0";
        }

        @SuppressWarnings("unchecked")
        private void check(Kept<I> one, Object answer) throws Exception {
            String text = write.write((A) answer);
            if (one.firstAnswer == null) one.firstAnswer = text;
            else if (!one.firstAnswer.equals(text))
                throw new Unusable("the answers to one input differ from call to call"
                                   + (keepsInput ? "; keeps_input is not true" : ""));
        }

        /** Nothing but the calls stands between the two readings of the clock. */
        @SuppressWarnings("unchecked")
        private static <I, A> long batch(Solve<I, A> solve, Object[] inputs, Object[] answers) throws Exception {
            long from = System.nanoTime();
            for (int i = 0; i < inputs.length; ++i) answers[i] = solve.solve((I) inputs[i]);
            return System.nanoTime() - from;
        }

        private double measuredFloor() throws Exception {
            Object[] inputs = new Object[2000], answers = new Object[2000];
            long least = Long.MAX_VALUE;
            for (int i = 0; i < 200; ++i) least = Math.min(least, batch(input -> null, inputs, answers));
            return least / 2000.0;
        }

        private String counted(Path path, int times) throws Exception {
            if (Counters.told == null) throw new Unusable("this process counts no steps");
            String least = null;
            // What a first call adds, the loading of classes, is nothing beside a long call, and all of a short one; what
            // the machine's own threads add now and then never makes a count less.
            for (int time = 0; time < times; ++time) {
                I input = fromFile(path);
                long begun = System.nanoTime();
                Counters.forget.invoke(null);
                sink = solve.solve(input);
                String told = (String) Counters.told.invoke(null);
                if (least == null || stepsOf(told) < stepsOf(least)) least = told;
                if (System.nanoTime() - begun > 50_000_000) break;
            }
            return "done " + least;
        }

        private static long stepsOf(String told) {
            return Long.parseLong(told.substring("steps=".length(), told.indexOf(' ')));
        }

        /**
         * The call runs in a thread of its own, whose stack is new: the pages it touched are found through the thread's
         * stack pointer.
         */
        private String weighed(I input) throws Exception {
            if (Counters.weigh == null) throw new Unusable("this process reads no memory");
            if (emptyStackBytes < 0) emptyStackBytes = emptyStack(); // before: it would be weighed with the call
            Reading reading = new Reading();
            Object done = new Object();
            boolean[] called = {false}, looked = {false};
            Thread thread = new Thread(null, () -> {
                try {
                    weigh(input, reading);
                } catch (Throwable thrown) {
                    reading.thrown = thrown;
                }
                synchronized (done) {
                    called[0] = true;
                    done.notifyAll();
                    try {
                        while (!looked[0]) done.wait();
                    } catch (InterruptedException ignored) {
                        Thread.currentThread().interrupt();
                    }
                }
            }, "iron-weighed", stackBytes());
            thread.start();
            synchronized (done) {
                while (!called[0]) done.wait();
            }
            reading.stack = Math.max(0, stackOf("iron-weighed") - emptyStackBytes);
            synchronized (done) {
                looked[0] = true;
                done.notifyAll();
            }
            thread.join();
            if (reading.thrown != null) return told(reading.thrown);
            return "done space_bytes=" + (reading.space + reading.stack) + " heap_peak_bytes=" + reading.whole
                   + " answer_bytes=" + reading.answer + " stack_peak_bytes=" + reading.stack
                   + " allocations=0 grain_bytes=" + reading.grain;
        }

        private static long stackBytes() {
            String text = System.getenv("IRON_STOPWATCH_STACK");
            return text == null ? 0 : Long.parseLong(text);
        }

        private void weigh(I input, Reading reading) throws Exception {
            for (int time = 0; time < 2; ++time) { // what weighing itself loads is there at the second
                Counters.weigh.invoke(null);
                if (time == 0) Counters.weighed.invoke(null);
            }
            A answer;
            long[] read;
            try {
                answer = solve.solve(input);
            } finally { // else later counts would look and collect
                read = (long[]) Counters.weighed.invoke(null);
            }
            collect();
            long with = used();
            sink = answer;
            answer = null;
            sink = null;
            collect();
            reading.answer = Math.max(0, with - used());
            reading.whole = read[0];
            reading.grain = read[1];
            reading.space = Math.max(0, reading.whole - reading.answer);
        }

        /** What one collection leaves to be cleaned up, files among it, the next ones take. */
        private static void collect() {
            for (int i = 0; i < 2; ++i) System.gc();
        }

        private static long used() { return Runtime.getRuntime().totalMemory() - Runtime.getRuntime().freeMemory(); }

        /** Bytes of stack that a thread touches which does nothing. */
        private static long emptyStack() throws Exception {
            Object done = new Object();
            boolean[] looked = {false};
            Thread thread = new Thread(null, () -> {
                synchronized (done) {
                    try {
                        while (!looked[0]) done.wait();
                    } catch (InterruptedException ignored) {
                        Thread.currentThread().interrupt();
                    }
                }
            }, "iron-empty", stackBytes());
            thread.start();
            while (thread.getState() != Thread.State.WAITING) Thread.sleep(1);
            long bytes = stackOf("iron-empty");
            synchronized (done) {
                looked[0] = true;
                done.notifyAll();
            }
            thread.join();
            return bytes;
        }

        /** Empty for a thread that ended meanwhile. */
        private static String nameOfTask(String base) {
            try {
                return Files.readString(Path.of(base, "comm")).trim();
            } catch (IOException gone) {
                return "";
            }
        }

        /** What a thread waits in, and last its stack pointer and place; one word while it runs. */
        private static String[] systemCall(String base) throws IOException {
            return Files.readString(Path.of(base, "syscall")).trim().split(" ");
        }

        /** Resident bytes of the mapping that a waiting thread's stack pointer lies in. */
        private static long stackOf(String name) throws Exception {
            for (java.io.File task : new java.io.File("/proc/self/task").listFiles()) {
                String base = task.getPath();
                if (!nameOfTask(base).equals(name)) continue;
                String[] words = systemCall(base);
                for (; words.length < 3; words = systemCall(base)) Thread.sleep(1); // still on its way there
                long pointer = Long.parseUnsignedLong(words[words.length - 2].substring(2), 16);
                boolean inside = false;
                for (String line : Files.readAllLines(Path.of("/proc/self/smaps"))) {
                    if (line.matches("[0-9a-f]+-[0-9a-f]+ .*")) {
                        String[] ends = line.substring(0, line.indexOf(' ')).split("-");
                        inside = Long.compareUnsigned(Long.parseUnsignedLong(ends[0], 16), pointer) <= 0
                                 && Long.compareUnsigned(pointer, Long.parseUnsignedLong(ends[1], 16)) < 0;
                    } else if (inside && line.startsWith("Rss:"))
                        return 1024 * Long.parseLong(line.replaceAll("[^0-9]", ""));
                }
            }
            return 0;
        }

        static volatile Object sink; // keeps answers alive in the compiler's eyes
    }
}

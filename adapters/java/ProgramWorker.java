import java.io.BufferedOutputStream;
import java.io.BufferedReader;
import java.io.FileInputStream;
import java.io.FileOutputStream;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.PrintStream;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.net.URL;
import java.net.URLClassLoader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Set;

/**
 * Counts a whole program again and again in one machine: each time its classes are loaded anew, so that nothing is left of
 * the run before but what the library keeps. The agent starts it in the place of the program (docs/protocol.md).
 */
final class ProgramWorker {
    private static final long LONG_NS = 20_000_000; // what is loaded on the way is nothing beside it
    private static final int RUNS = 3;

    /** The program's classes, which the agent knows by their loader. */
    static final class Fresh extends URLClassLoader {
        Fresh(URL[] places) { super(places, ClassLoader.getPlatformClassLoader()); }
    }

    private boolean begun = false; // the library's classes are loaded by a first run, which does not count
    private final String main;
    private final Set<String> classes; // by their names with slashes: loaded ahead, which is nobody's work
    private final URL[] places;
    private final FileOutputStream replies = new FileOutputStream("/proc/self/fd/4");
    private final PrintStream unheard = new PrintStream(new FileOutputStream("/dev/null"));

    ProgramWorker(String main, Set<String> classes) throws IOException {
        this.main = main;
        this.classes = classes;
        IronStopwatchCounters.stays = true;
        places = new URL[] {Path.of(System.getProperty("java.class.path").split(":")[0]).toUri().toURL()};
    }

    /** Never returns. */
    void run() throws IOException {
        BufferedReader commands = new BufferedReader(
            new InputStreamReader(new FileInputStream("/proc/self/fd/3"), StandardCharsets.UTF_8));
        say("ready 1 floor_ns=0 passing=copy counting=1");
        for (String line; (line = commands.readLine()) != null && !line.equals("quit");) {
            String reply;
            try {
                reply = line.startsWith("count ") ? counted(line.substring(6)) : "refused only count is known";
            } catch (Throwable fault) {
                reply = "failed " + fault;
            }
            say(reply);
        }
        Runtime.getRuntime().halt(0); // threads of the program's may still run
    }

    private void say(String line) throws IOException {
        replies.write((line.replaceAll("[\\r\\n]+", " ") + "\n").getBytes(StandardCharsets.UTF_8));
    }

    /** The least of several runs: what the library sets up once, and what its own threads do, comes on top of others. */
    private String counted(String path) throws Exception {
        if (!begun) runOn(path);
        begun = true;
        String least = null;
        long from = System.nanoTime();
        for (int run = 0; run < RUNS && (run == 0 || System.nanoTime() - from < LONG_NS); ++run) {
            String told = runOn(path);
            if (least == null || stepsOf(told) < stepsOf(least)) least = told;
        }
        return "done " + least;
    }

    private static long stepsOf(String told) {
        return Long.parseLong(told.substring("steps=".length(), told.indexOf(' ')));
    }

    private String runOn(String path) throws Exception {
        Throwable[] thrown = {null};
        try (Fresh loader = new Fresh(places); FileInputStream input = new FileInputStream(path)) {
            for (String name : classes) Class.forName(name.replace('/', '.'), false, loader);
            Method method = Class.forName(main, false, loader).getDeclaredMethod("main", String[].class);
            method.setAccessible(true);
            System.setIn(new java.io.BufferedInputStream(input));
            System.setOut(new PrintStream(new BufferedOutputStream(new FileOutputStream("/dev/null"), 8192)));
            System.setErr(unheard);
            ThreadGroup group = new ThreadGroup("main");
            Thread thread = new Thread(group, () -> {
                try {
                    method.invoke(null, (Object) new String[0]);
                } catch (InvocationTargetException fault) {
                    thrown[0] = fault.getCause();
                } catch (Throwable fault) {
                    thrown[0] = fault;
                }
            }, "main", stackBytes());
            thread.setContextClassLoader(loader);
            IronStopwatchCounters.forget();
            IronStopwatchCounters.here = 0;
            IronStopwatchCounters.leaves = false;
            thread.start();
            thread.join();
            for (Thread other; thrown[0] == null && (other = unfinished(group)) != null;) other.join();
            String told = IronStopwatchCounters.told();
            // One that asked to leave and caught what ends it has gone on where it would have ended.
            boolean ended = thrown[0] == null && !IronStopwatchCounters.leaves
                || thrown[0] instanceof IronStopwatchCounters.Exit && ((IronStopwatchCounters.Exit) thrown[0]).status == 0;
            if (!ended) throw new Exception("it threw " + thrown[0]);
            return told;
        }
    }

    /** A thread that keeps a program from ending. */
    private static Thread unfinished(ThreadGroup group) {
        Thread[] threads = new Thread[group.activeCount() + 8];
        int count = group.enumerate(threads);
        for (int i = 0; i < count; ++i)
            if (!threads[i].isDaemon()) return threads[i];
        return null;
    }

    private static long stackBytes() {
        String text = System.getenv("IRON_STOPWATCH_STACK");
        return text == null ? 0 : Long.parseLong(text);
    }
}

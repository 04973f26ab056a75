import java.io.ByteArrayInputStream;
import java.io.DataInputStream;
import java.io.IOException;
import java.io.RandomAccessFile;
import java.lang.instrument.ClassFileTransformer;
import java.lang.instrument.Instrumentation;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.ProtectionDomain;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.jar.JarFile;

/**
 * Puts the classes that StepRewriter made count in the place of those that don't. The tool starts counting processes
 * with it. Its argument, parted by colons: the jar that holds IronStopwatchCounters, which every class must see, and the
 * classes of the library and of the solution, rewritten ahead: to rewrite them takes longer than all else of a start; and
 * the main class of a whole program. Its steps are written when it ends, or a worker counts it again and again.
 */
public final class StepAgent {
    private StepAgent() {}

    public static void premain(String argument, Instrumentation instrumentation) throws Exception {
        String[] files = argument.split(":");
        instrumentation.appendToBootstrapClassLoaderSearch(new JarFile(files[0]));
        Rewritten library = new Rewritten(files[1]), own = new Rewritten(files[2]);
        ClassFileTransformer transformer = new ClassFileTransformer() {
            @Override
            public byte[] transform(Module module, ClassLoader loader, String name, Class<?> redefined,
                                    ProtectionDomain domain, byte[] bytes) {
                int here = IronStopwatchCounters.here;
                IronStopwatchCounters.here = 0; // this is nobody's work
                try {
                    return loader == null ? library.of(name)
                        : loader == ClassLoader.getSystemClassLoader() || loader instanceof ProgramWorker.Fresh ? own.of(name)
                        : null;
                } finally {
                    IronStopwatchCounters.here = here;
                }
            }
        };
        String told = System.getenv("IRON_STOPWATCH_STEPS");
        if (told != null) Runtime.getRuntime().addShutdownHook(new Thread(() -> write(told)));
        instrumentation.addTransformer(transformer, true);
        // What was there before; and again, since what is loaded while the agent is at work passes it by.
        Set<Class<?>> known = new HashSet<>();
        for (boolean any = true; any;) {
            List<Class<?>> loaded = new ArrayList<>();
            for (Class<?> one : instrumentation.getAllLoadedClasses())
                if (one.getClassLoader() == null && library.holds(one.getName().replace('.', '/'))
                    && instrumentation.isModifiableClass(one) && known.add(one))
                    loaded.add(one);
            any = !loaded.isEmpty();
            retransform(instrumentation, loaded);
        }
        if (files.length > 3 && told == null) new ProgramWorker(files[3], own.names()).run();
    }

    private static void retransform(Instrumentation instrumentation, List<Class<?>> loaded) {
        try {
            instrumentation.retransformClasses(loaded.toArray(new Class<?>[0])); // at once: half the time
        } catch (Throwable fault) {
            for (Class<?> one : loaded)
                try {
                    instrumentation.retransformClasses(one);
                } catch (Throwable left) { // one that the machine itself needs as it is
                    continue;
                }
        }
    }

    /** The two numbers that a whole program leaves, and where its steps were (docs/protocol.md). */
    private static void write(String path) {
        String[] words = IronStopwatchCounters.told().split(" ");
        String text = words[0].substring(6) + " " + words[1].substring(11) + " " + words[2] + "\n";
        try {
            Files.writeString(Path.of(path), text);
        } catch (java.io.IOException left) {
            Runtime.getRuntime().halt(114);
        }
    }

    /** Classes by their names, read as they are asked for: a process that starts asks for a quarter of them. */
    private static final class Rewritten {
        private final RandomAccessFile file;
        private final Map<String, long[]> places = new HashMap<>(); // where each begins and ends

        Rewritten(String path) throws IOException {
            file = new RandomAccessFile(path, "r");
            byte[] head = new byte[file.readInt()];
            file.readFully(head);
            DataInputStream in = new DataInputStream(new ByteArrayInputStream(head));
            // The places in the solution's code get the numbers that they were rewritten with.
            for (int sites = in.readInt(); sites > 0; --sites) IronStopwatchCounters.site(in.readUTF());
            long at = file.getFilePointer();
            for (int left = in.readInt(); left > 0; --left)
                places.put(in.readUTF(), new long[] {at, at += in.readInt()});
        }

        boolean holds(String name) { return places.containsKey(name); }
        Set<String> names() { return places.keySet(); }

        synchronized byte[] of(String name) {
            long[] place = places.get(name);
            if (place == null) return null;
            try {
                byte[] bytes = new byte[(int) (place[1] - place[0])];
                file.seek(place[0]);
                file.readFully(bytes);
                return bytes;
            } catch (IOException left) { // uncounted steps must not pass for none
                Runtime.getRuntime().halt(114);
                return null;
            }
        }
    }
}

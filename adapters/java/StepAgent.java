import java.lang.instrument.ClassFileTransformer;
import java.lang.instrument.Instrumentation;
import java.security.ProtectionDomain;
import java.util.ArrayList;
import java.util.List;
import java.util.jar.JarFile;
import jdk.internal.org.objectweb.asm.ClassReader;
import jdk.internal.org.objectweb.asm.ClassVisitor;
import jdk.internal.org.objectweb.asm.ClassWriter;
import jdk.internal.org.objectweb.asm.Label;
import jdk.internal.org.objectweb.asm.MethodVisitor;
import jdk.internal.org.objectweb.asm.Opcodes;

/**
 * Counts steps in Java: adds one to a counter at the entry of every method and before every jump, in the solution's
 * classes and in the collections and texts of the library; copies of arrays add bulk work. The tool starts counting
 * processes with it. Its argument is the jar that holds IronStopwatchCounters, which every class must see; "atomic:"
 * before it counts for several threads.
 */
public final class StepAgent {
    private static final String COUNTERS = "IronStopwatchCounters";

    private StepAgent() {}

    public static void premain(String argument, Instrumentation instrumentation) throws Exception {
        boolean atomic = argument.startsWith("atomic:");
        instrumentation.appendToBootstrapClassLoaderSearch(
            new JarFile(atomic ? argument.substring(7) : argument));
        ClassFileTransformer transformer = new ClassFileTransformer() {
            @Override
            public byte[] transform(Module module, ClassLoader loader, String name, Class<?> redefined,
                                    ProtectionDomain domain, byte[] bytes) {
                if (!counts(loader, name)) return null;
                try {
                    return instrumented(bytes, atomic);
                } catch (Throwable fault) { // a class file newer than the library: it stays as it is
                    return null;
                }
            }
        };
        instrumentation.addTransformer(transformer, true);
        List<Class<?>> loaded = new ArrayList<>();
        for (Class<?> one : instrumentation.getAllLoadedClasses())
            if (instrumentation.isModifiableClass(one) && counts(one.getClassLoader(), one.getName().replace('.', '/')))
                loaded.add(one);
        for (Class<?> one : loaded)
            try {
                instrumentation.retransformClasses(one);
            } catch (Throwable left) { // one that the machine itself needs as it is
                continue;
            }
    }

    private static boolean counts(ClassLoader loader, String name) {
        if (name == null || name.startsWith("IronStopwatch") || name.equals("StepAgent")) return false;
        if (loader != null) return !name.startsWith("jdk/") && !name.startsWith("java/");
        if (name.startsWith("java/util/"))
            return !name.startsWith("java/util/concurrent/") && !name.startsWith("java/util/jar/")
                && !name.startsWith("java/util/zip/") && !name.startsWith("java/util/regex/");
        return name.equals("java/lang/String") || name.equals("java/lang/StringLatin1")
            || name.equals("java/lang/StringUTF16") || name.equals("java/lang/AbstractStringBuilder")
            || name.equals("java/lang/StringBuilder") || name.startsWith("java/math/");
    }

    private static byte[] instrumented(byte[] bytes, boolean atomic) {
        ClassReader reader = new ClassReader(bytes);
        ClassWriter writer = new ClassWriter(reader, ClassWriter.COMPUTE_MAXS);
        reader.accept(new ClassVisitor(Opcodes.ASM8, writer) {
            @Override
            public MethodVisitor visitMethod(int access, String name, String descriptor, String signature,
                                             String[] exceptions) {
                MethodVisitor inner = super.visitMethod(access, name, descriptor, signature, exceptions);
                return inner == null ? null : new Counting(inner, atomic);
            }
        }, 0);
        return writer.toByteArray();
    }

    private static final class Counting extends MethodVisitor {
        private final boolean atomic;

        Counting(MethodVisitor inner, boolean atomic) {
            super(Opcodes.ASM8, inner);
            this.atomic = atomic;
        }

        private void step() {
            if (atomic) {
                super.visitMethodInsn(Opcodes.INVOKESTATIC, COUNTERS, "step", "()V", false);
                return;
            }
            super.visitFieldInsn(Opcodes.GETSTATIC, COUNTERS, "steps", "J");
            super.visitInsn(Opcodes.LCONST_1);
            super.visitInsn(Opcodes.LADD);
            super.visitFieldInsn(Opcodes.PUTSTATIC, COUNTERS, "steps", "J");
        }

        @Override
        public void visitCode() {
            super.visitCode();
            step();
        }

        @Override
        public void visitJumpInsn(int opcode, Label label) {
            step();
            super.visitJumpInsn(opcode, label);
        }

        @Override
        public void visitMethodInsn(int opcode, String owner, String name, String descriptor, boolean isInterface) {
            if (owner.equals("java/lang/System") && name.equals("arraycopy")) { // the length is the last argument
                super.visitInsn(Opcodes.DUP);
                super.visitMethodInsn(Opcodes.INVOKESTATIC, COUNTERS, "copied", "(I)V", false);
            }
            super.visitMethodInsn(opcode, owner, name, descriptor, isInterface);
        }
    }
}

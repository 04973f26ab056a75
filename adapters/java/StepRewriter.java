import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.net.URI;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import jdk.internal.org.objectweb.asm.ClassReader;
import jdk.internal.org.objectweb.asm.ClassVisitor;
import jdk.internal.org.objectweb.asm.ClassWriter;
import jdk.internal.org.objectweb.asm.Handle;
import jdk.internal.org.objectweb.asm.Label;
import jdk.internal.org.objectweb.asm.MethodVisitor;
import jdk.internal.org.objectweb.asm.Opcodes;
import jdk.internal.org.objectweb.asm.Type;
import jdk.internal.org.objectweb.asm.commons.LocalVariablesSorter;

/**
 * Makes classes count steps by line: in the solution's classes at every line and before every jump; in the collections
 * and texts of the library at the entry of every method and before every jump, for the line of the solution that called
 * into it last; copies of arrays add bulk work. Its arguments: the file that it writes for StepAgent; "steps", or
 * "atomic" for several threads; and where the solution's classes are, nothing for the library's.
 */
public final class StepRewriter {
    private static final String COUNTERS = "IronStopwatchCounters";
    private static final List<String> sites = new ArrayList<>(); // by their number, from 1 on

    private StepRewriter() {}

    public static void main(String[] arguments) throws IOException {
        boolean own = arguments.length > 2, atomic = arguments[1].equals("atomic");
        Map<String, byte[]> classes = new TreeMap<>();
        if (own) {
            Path program = Path.of(arguments[2]); // a folder, or a jar that a build command of the user's made
            take(Files.isDirectory(program) ? program : FileSystems.newFileSystem(program, (ClassLoader) null).getPath("/"),
                 own, atomic, classes);
        } else
            for (Path module : in(FileSystems.getFileSystem(URI.create("jrt:/")).getPath("/modules"), 1))
                take(module, own, atomic, classes);
        ByteArrayOutputStream head = new ByteArrayOutputStream();
        DataOutputStream in = new DataOutputStream(head);
        in.writeInt(sites.size());
        for (String site : sites) in.writeUTF(site);
        in.writeInt(classes.size());
        for (Map.Entry<String, byte[]> one : classes.entrySet()) {
            in.writeUTF(one.getKey());
            in.writeInt(one.getValue().length);
        }
        try (DataOutputStream out = new DataOutputStream(Files.newOutputStream(Path.of(arguments[0])))) {
            out.writeInt(head.size());
            head.writeTo(out);
            for (byte[] one : classes.values()) out.write(one);
        }
    }

    private static List<Path> in(Path folder, int deep) throws IOException {
        try (Stream<Path> found = Files.walk(folder, deep)) {
            return found.filter(one -> !one.equals(folder)).sorted().collect(Collectors.toList());
        }
    }

    private static void take(Path folder, boolean own, boolean atomic, Map<String, byte[]> classes) throws IOException {
        List<Path> files = new ArrayList<>();
        if (own)
            files = in(folder, Integer.MAX_VALUE);
        else
            for (String below : new String[] {"java/lang", "java/math", "java/util"})
                if (Files.isDirectory(folder.resolve(below))) files.addAll(in(folder.resolve(below), Integer.MAX_VALUE));
        for (Path file : files) {
            String name = folder.relativize(file).toString().replace(".class", "");
            if (!file.toString().endsWith(".class") || (own ? name.startsWith("IronStopwatch") : !counts(name))) continue;
            try {
                classes.put(name, instrumented(Files.readAllBytes(file), own, atomic));
            } catch (RuntimeException fault) { // a class file newer than the library: it stays as it is
                continue;
            }
        }
    }

    /** Whether steps in a class of the library are anybody's. */
    private static boolean counts(String name) {
        if (name.startsWith("java/util/"))
            return !name.startsWith("java/util/concurrent/") && !name.startsWith("java/util/jar/")
                && !name.startsWith("java/util/zip/") && !name.startsWith("java/util/regex/");
        return name.equals("java/lang/String") || name.equals("java/lang/StringLatin1")
            || name.equals("java/lang/StringUTF16") || name.equals("java/lang/AbstractStringBuilder")
            || name.equals("java/lang/StringBuilder") || name.startsWith("java/math/");
    }

    private static byte[] instrumented(byte[] bytes, boolean own, boolean atomic) {
        ClassReader reader = new ClassReader(bytes);
        ClassWriter writer = new ClassWriter(reader, ClassWriter.COMPUTE_MAXS);
        reader.accept(new ClassVisitor(Opcodes.ASM8, writer) {
            private String file = "";

            @Override
            public void visitSource(String source, String debug) {
                super.visitSource(source, debug);
                file = source == null ? "" : source;
            }

            @Override
            public MethodVisitor visitMethod(int access, String name, String descriptor, String signature,
                                             String[] exceptions) {
                MethodVisitor inner = super.visitMethod(access, name, descriptor, signature, exceptions);
                if (inner == null) return null;
                String method = reader.getClassName() + "." + name + descriptor;
                return own ? new OwnMethod(access, descriptor, inner, file, method, atomic) : new LibraryMethod(inner, atomic);
            }
        }, own ? ClassReader.EXPAND_FRAMES : 0);
        return writer.toByteArray();
    }

    private static void addOne(MethodVisitor code) { // to the counter whose array and number are on the stack
        code.visitInsn(Opcodes.DUP2);
        code.visitInsn(Opcodes.LALOAD);
        code.visitInsn(Opcodes.LCONST_1);
        code.visitInsn(Opcodes.LADD);
        code.visitInsn(Opcodes.LASTORE);
    }

    private static int bytesOf(String descriptor) { // of an element, references as the machine packs them
        switch (descriptor.charAt(0)) {
            case 'Z': case 'B': return 1;
            case 'C': case 'S': return 2;
            case 'J': case 'D': return 8;
            default: return 4;
        }
    }

    /** What arrays take as they are made: the length is on the stack. */
    private static void addMade(MethodVisitor code, int bytes) {
        code.visitInsn(Opcodes.DUP);
        code.visitLdcInsn(bytes);
        code.visitMethodInsn(Opcodes.INVOKESTATIC, COUNTERS, "made", "(II)V", false);
    }

    private static int bytesOfPrimitive(int type) { // as NEWARRAY names it
        switch (type) {
            case Opcodes.T_BOOLEAN: case Opcodes.T_BYTE: return 1;
            case Opcodes.T_CHAR: case Opcodes.T_SHORT: return 2;
            case Opcodes.T_LONG: case Opcodes.T_DOUBLE: return 8;
            default: return 4;
        }
    }

    private static boolean copies(String owner, String name) {
        return owner.equals("java/lang/System") && name.equals("arraycopy");
    }

    private static void addCopied(MethodVisitor code) { // the length is the last argument
        code.visitInsn(Opcodes.DUP);
        code.visitMethodInsn(Opcodes.INVOKESTATIC, COUNTERS, "copied", "(I)V", false);
    }

    private static final class LibraryMethod extends MethodVisitor {
        private final boolean atomic;

        LibraryMethod(MethodVisitor inner, boolean atomic) {
            super(Opcodes.ASM8, inner);
            this.atomic = atomic;
        }

        private void step() {
            if (atomic) {
                super.visitMethodInsn(Opcodes.INVOKESTATIC, COUNTERS, "stepHere", "()V", false);
                return;
            }
            super.visitFieldInsn(Opcodes.GETSTATIC, COUNTERS, "at", "[J");
            super.visitFieldInsn(Opcodes.GETSTATIC, COUNTERS, "here", "I");
            addOne(mv);
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
            if (copies(owner, name)) addCopied(mv);
            // Arrays are compared in one go: the length is the last argument.
            boolean compares = owner.equals("jdk/internal/util/ArraysSupport") && name.equals("mismatch") && descriptor.endsWith("I)I");
            if (compares) {
                mv.visitInsn(Opcodes.DUP);
                mv.visitFieldInsn(Opcodes.PUTSTATIC, COUNTERS, "asked", "I");
            }
            super.visitMethodInsn(opcode, owner, name, descriptor, isInterface);
            if (compares) {
                mv.visitInsn(Opcodes.DUP);
                mv.visitMethodInsn(Opcodes.INVOKESTATIC, COUNTERS, "compared", "(I)V", false);
            }
        }
    }

    /** The library may call back: what called it before is put back when the method returns. */
    private static final class OwnMethod extends LocalVariablesSorter {
        private final String file, method;
        private final boolean atomic;
        private int line = 0, before;
        private boolean lineBegins = false; // its step stands before its first instruction, behind what frames it

        OwnMethod(int access, String descriptor, MethodVisitor inner, String file, String method, boolean atomic) {
            super(Opcodes.ASM8, access, descriptor, inner);
            this.file = file;
            this.method = method;
            this.atomic = atomic;
        }

        private int site(String calls) {
            String name = method + "\t" + file + ":" + line + (calls.isEmpty() ? "" : " " + calls);
            int number = IronStopwatchCounters.site(name);
            if (number > 0) sites.add(name);
            return number;
        }

        private void step() {
            if (line == 0) return;
            int site = site("");
            if (atomic) {
                mv.visitLdcInsn(site);
                mv.visitMethodInsn(Opcodes.INVOKESTATIC, COUNTERS, "step", "(I)V", false);
                return;
            }
            mv.visitFieldInsn(Opcodes.GETSTATIC, COUNTERS, "at", "[J");
            mv.visitLdcInsn(site);
            addOne(mv);
        }

        private void look() { mv.visitMethodInsn(Opcodes.INVOKESTATIC, COUNTERS, "look", "()V", false); }

        @Override
        public void visitCode() {
            super.visitCode();
            look();
            before = newLocal(Type.INT_TYPE);
            mv.visitFieldInsn(Opcodes.GETSTATIC, COUNTERS, "here", "I");
            mv.visitVarInsn(Opcodes.ISTORE, before);
        }

        @Override
        public void visitLineNumber(int number, Label start) {
            super.visitLineNumber(number, start);
            line = number;
            lineBegins = true;
        }

        private void begin() {
            if (lineBegins) step();
            lineBegins = false;
        }

        @Override
        public void visitJumpInsn(int opcode, Label label) {
            lineBegins = false;
            step();
            look();
            super.visitJumpInsn(opcode, label);
        }

        @Override
        public void visitIntInsn(int opcode, int operand) {
            begin();
            if (opcode == Opcodes.NEWARRAY) {
                callsLibrary("new");
                addMade(mv, bytesOfPrimitive(operand));
            }
            super.visitIntInsn(opcode, operand);
        }

        @Override
        public void visitVarInsn(int opcode, int variable) {
            begin();
            super.visitVarInsn(opcode, variable);
        }

        @Override
        public void visitTypeInsn(int opcode, String type) {
            begin();
            if (opcode == Opcodes.ANEWARRAY) {
                callsLibrary("new");
                addMade(mv, 4);
            }
            super.visitTypeInsn(opcode, type);
        }

        @Override
        public void visitFieldInsn(int opcode, String owner, String name, String descriptor) {
            begin();
            super.visitFieldInsn(opcode, owner, name, descriptor);
        }

        @Override
        public void visitLdcInsn(Object value) {
            begin();
            super.visitLdcInsn(value);
        }

        @Override
        public void visitIincInsn(int variable, int increment) {
            begin();
            super.visitIincInsn(variable, increment);
        }

        @Override
        public void visitTableSwitchInsn(int from, int to, Label otherwise, Label... labels) {
            begin();
            super.visitTableSwitchInsn(from, to, otherwise, labels);
        }

        @Override
        public void visitLookupSwitchInsn(Label otherwise, int[] keys, Label[] labels) {
            begin();
            super.visitLookupSwitchInsn(otherwise, keys, labels);
        }

        @Override
        public void visitMultiANewArrayInsn(String descriptor, int dimensions) {
            begin();
            callsLibrary("new");
            super.visitMultiANewArrayInsn(descriptor, dimensions);
            mv.visitInsn(Opcodes.DUP);
            mv.visitLdcInsn(bytesOf(descriptor.substring(dimensions)));
            mv.visitMethodInsn(Opcodes.INVOKESTATIC, COUNTERS, "made", "(Ljava/lang/Object;I)V", false);
        }

        @Override
        public void visitInsn(int opcode) {
            begin();
            if (opcode >= Opcodes.IRETURN && opcode <= Opcodes.RETURN) {
                look();
                mv.visitVarInsn(Opcodes.ILOAD, before);
                mv.visitFieldInsn(Opcodes.PUTSTATIC, COUNTERS, "here", "I");
            }
            super.visitInsn(opcode);
        }

        @Override
        public void visitMethodInsn(int opcode, String owner, String name, String descriptor, boolean isInterface) {
            begin();
            boolean clones = owner.startsWith("[") && name.equals("clone");
            if (owner.startsWith("java/") || clones)
                callsLibrary(name.equals("<init>") ? owner.substring(owner.lastIndexOf('/') + 1) : name);
            if (copies(owner, name)) addCopied(mv);
            boolean exits = owner.equals("java/lang/System") && name.equals("exit");
            super.visitMethodInsn(opcode, exits ? COUNTERS : owner, name, descriptor, isInterface);
            if (clones) {
                mv.visitInsn(Opcodes.DUP);
                mv.visitLdcInsn(bytesOf(owner.substring(1)));
                mv.visitMethodInsn(Opcodes.INVOKESTATIC, COUNTERS, "cloned", "(Ljava/lang/Object;I)V", false);
            }
        }

        @Override
        public void visitInvokeDynamicInsn(String name, String descriptor, Handle bootstrap, Object... arguments) {
            begin();
            if (name.equals("makeConcatWithConstants")) callsLibrary("+"); // of texts
            super.visitInvokeDynamicInsn(name, descriptor, bootstrap, arguments);
        }

        private void callsLibrary(String name) {
            mv.visitLdcInsn(site(name));
            mv.visitFieldInsn(Opcodes.PUTSTATIC, COUNTERS, "here", "I");
        }
    }
}

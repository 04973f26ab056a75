import java.lang.reflect.Array;
import java.util.ArrayList;
import java.util.List;

/**
 * Values of a function's arguments and of its answer as text, for the source that the tool writes around a function as
 * it is. The text is described in docs/problem-file.md.
 */
public final class IronStopwatchCall {
    private IronStopwatchCall() {}

    /** Reads values one after the other, each as the type that the function says: "int[]", "List<String>". */
    public static final class Reader {
        private final String text;
        private int at = 0;

        public Reader(String text) {
            this.text = text;
        }

        private String line() {
            int end = text.indexOf('\n', at);
            if (end < 0) end = text.length();
            String line = text.substring(at, end);
            at = Math.min(end + 1, text.length());
            return line;
        }

        /** What the problem file says: "list of int"; and what the function takes. */
        public Object value(String said, String type) {
            if (said.startsWith("(")) {
                String[] parts = parts(said);
                return filled(type, 2, i -> value(parts[i], element(type)));
            }
            if (!said.startsWith("list of ")) return one(line(), type);
            String inner = said.substring(8), element = element(type);
            int count = Integer.parseInt(line());
            if (!isWord(inner)) return filled(type, count, i -> value(inner, element));
            String[] words = line().split(" ");
            return filled(type, count, i -> one(words[i], element));
        }

        private interface Elements { Object at(int i); }

        private static Object filled(String type, int count, Elements elements) {
            if (!type.endsWith("[]")) {
                List<Object> list = new ArrayList<>(count);
                for (int i = 0; i < count; ++i) list.add(elements.at(i));
                return list;
            }
            Object array = Array.newInstance(classOf(element(type)), count);
            for (int i = 0; i < count; ++i) Array.set(array, i, elements.at(i));
            return array;
        }
    }

    private static boolean isWord(String said) {
        return said.equals("int") || said.equals("real") || said.equals("bool");
    }

    private static String[] parts(String said) {
        for (int at = 0, depth = 0; ; ++at) {
            char letter = said.charAt(at);
            if (letter == '(') ++depth;
            if (letter == ')') --depth;
            if (letter == ',' && depth == 1)
                return new String[] {said.substring(1, at).trim(), said.substring(at + 1, said.length() - 1).trim()};
        }
    }

    private static String element(String type) {
        if (type.endsWith("[]")) return type.substring(0, type.length() - 2).trim();
        int open = type.indexOf('<');
        return type.substring(open + 1, type.lastIndexOf('>')).trim();
    }

    private static Class<?> classOf(String type) {
        if (type.endsWith("[]")) return Array.newInstance(classOf(element(type)), 0).getClass();
        switch (type) {
            case "int": return int.class;
            case "long": return long.class;
            case "short": return short.class;
            case "byte": return byte.class;
            case "char": return char.class;
            case "double": return double.class;
            case "float": return float.class;
            case "boolean": return boolean.class;
            case "Integer": return Integer.class;
            case "Long": return Long.class;
            case "Double": return Double.class;
            case "Boolean": return Boolean.class;
            case "Character": return Character.class;
            case "String": return String.class;
            default: return type.indexOf('<') > 0 ? List.class : Object.class;
        }
    }

    private static Object one(String word, String type) {
        switch (type) {
            case "int": case "Integer": return Integer.parseInt(word);
            case "long": case "Long": return Long.parseLong(word);
            case "short": case "Short": return Short.parseShort(word);
            case "byte": case "Byte": return Byte.parseByte(word);
            case "double": case "Double": return Double.parseDouble(word);
            case "float": case "Float": return Float.parseFloat(word);
            case "boolean": case "Boolean": return Boolean.parseBoolean(word);
            case "char": case "Character":
                if (word.length() != 1) throw new IllegalArgumentException("a char takes a text of one letter");
                return word.charAt(0);
            case "char[]": return word.toCharArray();
            case "BigInteger": return new java.math.BigInteger(word);
            default: return word;
        }
    }

    /** A value as text, by what the problem file says of it. */
    public static String text(String said, Object value) {
        StringBuilder out = new StringBuilder();
        write(said, value, out);
        return out.toString();
    }

    /** What a function answers that may answer through an argument: by what it returns, where that is a list. */
    public static Object returnedOr(Object returned, Object changed) {
        return returned instanceof List || returned != null && returned.getClass().isArray() ? returned : changed;
    }

    private static int size(Object list) {
        return list instanceof List ? ((List<?>) list).size() : Array.getLength(list);
    }

    private static Object at(Object list, int i) {
        return list instanceof List ? ((List<?>) list).get(i) : Array.get(list, i);
    }

    private static void write(String said, Object value, StringBuilder out) {
        if (said.startsWith("(")) {
            String[] parts = parts(said);
            write(parts[0], at(value, 0), out);
            write(parts[1], at(value, 1), out);
            return;
        }
        if (!said.startsWith("list of ")) {
            out.append(value instanceof char[] ? new String((char[]) value) : String.valueOf(value)).append('\n');
            return;
        }
        String inner = said.substring(8);
        int count = size(value);
        out.append(count).append('\n');
        for (int i = 0; i < count; ++i)
            if (isWord(inner)) out.append(i == 0 ? "" : " ").append(at(value, i));
            else write(inner, at(value, i), out);
        if (isWord(inner)) out.append('\n');
    }
}

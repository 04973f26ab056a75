import java.util.*;

public class Walked {
    public static void main(String[] args) {
        Scanner in = new Scanner(System.in);
        int n = in.nextInt();
        List<String> names = new ArrayList<>();
        List<Integer> counts = new ArrayList<>();
        for (int i = 0; i < n; i++) {
            String name = in.next();
            int at = names.indexOf(name);
            if (at < 0) {
                names.add(name);
                counts.add(1);
            } else {
                counts.set(at, counts.get(at) + 1);
            }
        }
        for (int round = 0; round < 3 && round < names.size(); round++) {
            int best = -1;
            for (int i = 0; i < names.size(); i++)
                if (counts.get(i) > 0 && (best < 0 || counts.get(i) > counts.get(best) || (counts.get(i).equals(counts.get(best)) && names.get(i).compareTo(names.get(best)) < 0))) best = i;
            System.out.println(names.get(best) + " " + counts.get(best));
            counts.set(best, 0);
        }
    }
}

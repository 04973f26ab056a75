static List<String> most(List<String> words, int k) {
    Map<String, Integer> counts = new HashMap<>();
    for (String w : words) counts.merge(w, 1, Integer::sum);
    List<String> out = new ArrayList<>();
    while (out.size() < k && !counts.isEmpty()) {
        String best = null;
        for (Map.Entry<String, Integer> e : counts.entrySet())
            if (best == null || e.getValue() > counts.get(best) || e.getValue().equals(counts.get(best)) && e.getKey().compareTo(best) < 0) best = e.getKey();
        out.add(best + " " + counts.remove(best));
    }
    return out;
}

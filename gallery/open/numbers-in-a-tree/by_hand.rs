struct Node { key: i64, left: usize, right: usize }

fn asked(numbers: &Vec<i64>) -> i64 {
    let mut nodes: Vec<Node> = Vec::new();
    let none = usize::MAX;
    let mut lowest = 0;
    for &key in numbers {
        let new = nodes.len();
        let mut at = if new == 0 { none } else { 0 };
        let mut only_left = true;
        while at != none {
            let node = &mut nodes[at];
            let next = if key < node.key { node.left } else { only_left = false; node.right };
            if next == none {
                if key < node.key { node.left = new } else { node.right = new }
            }
            at = next;
        }
        if only_left { lowest += 1; }
        nodes.push(Node { key, left: none, right: none });
    }
    let mut keys: Vec<i64> = nodes.iter().map(|n| n.key).collect();
    keys.sort();
    lowest + keys[keys.len() / 2]
}

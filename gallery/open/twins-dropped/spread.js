const once = marks => [...new Set(marks)];

package baddle.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.ToLongFunction;
import java.util.stream.Stream;

/** What the floors share: a file at a time for each thread. */
final class Floor {

  private Floor() {}

  static List<Path> files(Path folder, String end) throws IOException {
    try (Stream<Path> files = Files.list(folder)) {
      return files.filter(file -> file.toString().endsWith(end)).sorted().toList();
    }
  }

  static long sum(List<Path> files, int threads, ToLongFunction<Path> of)
      throws ExecutionException, InterruptedException {
    ExecutorService workers = Executors.newFixedThreadPool(threads);
    try {
      List<Future<Long>> pending = new ArrayList<>();
      files.forEach(file -> pending.add(workers.submit(() -> of.applyAsLong(file))));
      long sum = 0;
      for (Future<Long> one : pending) {
        sum += one.get();
      }
      return sum;
    } finally {
      workers.shutdown();
    }
  }
}

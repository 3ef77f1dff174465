package baddle.app.watch;

import baddle.app.Project;
import baddle.app.run.RunResult;
import baddle.core.crosstab.spec.SpecException;
import baddle.plan.PlanException;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;

/**
 * Runs a project whenever its files have changed and then lain still for a while, so that files
 * which are being copied, and several that arrive one after the other, are taken together.
 */
public final class FolderWatch {

  /** One run of a project. */
  @FunctionalInterface
  public interface Run {

    /** Runs it. */
    RunResult run(Project project) throws IOException, PlanException;
  }

  /** Is told what happens. */
  public interface Listener {

    /** The first look has found files; they are waited for until they lie still. */
    void began(long files);

    /** Files have changed; they are waited for until they lie still. */
    void changed(long files);

    /** A run has ended. */
    void ran(RunResult result);

    /** A run or a look at the folders has failed; the watch goes on. */
    void failed(String why);
  }

  private final Path planFile;
  private final Map<String, String> parameters;
  private final Run run;
  private final Listener listener;
  private final Duration still;
  private final CountDownLatch stopped = new CountDownLatch(1);

  /**
   * A watch that is yet to begin.
   *
   * @param parameters values of the plan's parameters
   * @param still how long files have to lie still
   */
  public FolderWatch(
      Path planFile, Map<String, String> parameters, Run run, Listener listener, Duration still) {
    this.parameters = Map.copyOf(parameters);
    this.planFile = planFile;
    this.run = run;
    this.listener = listener;
    this.still = still;
  }

  /** Asks it to end once the run that is under way has ended. */
  public void stop() {
    stopped.countDown();
  }

  /**
   * Watches until it is stopped.
   *
   * @param once whether it ends after one run
   */
  public void watch(boolean once) throws InterruptedException {
    FolderState done = FolderState.NOTHING;
    FolderState seen = done;
    Optional<Project> read = Optional.empty();
    boolean told = false;
    String failure = "";
    do {
      try {
        Project project = read.isPresent() ? read.get() : Project.open(planFile, parameters);
        read = Optional.of(project);
        FolderState now = FolderState.of(project);
        boolean isStill = now.equals(seen);
        seen = now;
        long differences = now.differences(done);
        if (differences > 0 && isStill) {
          project = Project.open(planFile, parameters);
          read = Optional.of(project);
          told = false;
          FolderState before = done;
          done = now;
          try {
            listener.ran(run.run(project));
          } catch (IOException | PlanException | SpecException e) {
            done = before;
            throw e;
          }
          if (once) {
            return;
          }
        } else if (differences > 0 && !told) {
          told = true;
          if (done.equals(FolderState.NOTHING)) {
            listener.began(differences);
          } else {
            listener.changed(differences);
          }
        }
        failure = "";
      } catch (IOException | PlanException | SpecException e) {
        String why = String.valueOf(e.getMessage());
        if (!why.equals(failure)) {
          listener.failed(why);
        }
        failure = why;
        read = Optional.empty();
        if (once) {
          return;
        }
      }
    } while (!stopped.await(still.toMillis(), TimeUnit.MILLISECONDS));
  }
}

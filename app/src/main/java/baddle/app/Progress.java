package baddle.app;

/** Is told how far long work has got. May be called by several threads. */
public interface Progress {

  /** Says nothing. */
  Progress SILENT =
      new Progress() {
        @Override
        public void begin(int files, long bytes) {}

        @Override
        public void fileDone(long bytes, long rows) {}

        @Override
        public void end() {}
      };

  /** Work begins on so many files of so many bytes. */
  void begin(int files, long bytes);

  /** One file has been read. */
  void fileDone(long bytes, long rows);

  /** The work is over, well or not. */
  void end();
}

@echo off
rem Starts Baddle on Windows, from where it is unpacked. It has not been tried there yet.
setlocal
set "program=%~dp0.."
set "java=java"
if defined JAVA_HOME set "java=%JAVA_HOME%\bin\java"
if exist "%program%\runtime\bin\java.exe" set "java=%program%\runtime\bin\java"
if not defined BADDLE_HEAP set "BADDLE_HEAP=512m"
"%java%" -Xmx%BADDLE_HEAP% -Xms32m -XX:+UseSerialGC --enable-native-access=ALL-UNNAMED -Xshare:auto ^
  -Djava.locale.providers=CLDR -Djava.awt.headless=true -Dslf4j.internal.verbosity=WARN ^
  -Dslf4j.provider=org.slf4j.jul.JULServiceProvider %BADDLE_JAVA_OPTIONS% ^
  -cp "%program%\lib\*" baddle.cli.Main %*
exit /b %ERRORLEVEL%

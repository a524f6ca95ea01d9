// Each test class registers itself under its file's name; the program runs the one named on its command line.
#pragma once
#include <QtTest>
#include <functional>
#include <map>
#include <memory>
#include <string>

std::map<std::string, std::function<std::unique_ptr<QObject>()>>& testRegistry();

template <class T>
struct RegisterTest {
  explicit RegisterTest(const char* name) {
    testRegistry()[name] = [] { return std::make_unique<T>(); };
  }
};

#define CLATHRA_TEST(Class, name) static const RegisterTest<Class> registered##Class(name);

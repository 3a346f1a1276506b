#pragma once
#include <atomic>
#include <initializer_list>
#include <iterator>
#include <memory>
#include <utility>
#include <vector>

namespace zg {

/// A list of values of which copies share what they have in common: copying it copies pointers, and writing to an element gives
/// this list a copy of its own first. Reading needs no care; an element is written by operator[], front() or back() of a list
/// that is not const. There is no writing iterator, so that a loop over a list never parts it from its copies.
template <class T> class SharedList {
public:
    class const_iterator {
    public:
        using iterator_category = std::random_access_iterator_tag;
        using value_type = T;
        using difference_type = std::ptrdiff_t;
        using pointer = const T*;
        using reference = const T&;
        const_iterator() = default;
        explicit const_iterator(const std::shared_ptr<T>* at) : at_(at) {}
        reference operator*() const { return **at_; }
        pointer operator->() const { return at_->get(); }
        const_iterator& operator++() { return ++at_, *this; }
        const_iterator operator+(difference_type n) const { return const_iterator(at_ + n); }
        difference_type operator-(const const_iterator& other) const { return at_ - other.at_; }
        bool operator==(const const_iterator& other) const { return at_ == other.at_; }
        bool operator!=(const const_iterator& other) const { return at_ != other.at_; }

    private:
        const std::shared_ptr<T>* at_ = nullptr;
    };
    using value_type = T;

    SharedList() = default;
    SharedList(std::initializer_list<T> values) {
        for (const T& value : values) push_back(value);
    }

    [[nodiscard]] std::size_t size() const { return items_.size(); }
    [[nodiscard]] bool empty() const { return items_.empty(); }
    [[nodiscard]] const_iterator begin() const { return const_iterator(items_.data()); }
    [[nodiscard]] const_iterator end() const { return const_iterator(items_.data() + items_.size()); }
    [[nodiscard]] const T& operator[](std::size_t i) const { return *items_[i]; }
    [[nodiscard]] const T& front() const { return *items_.front(); }
    [[nodiscard]] const T& back() const { return *items_.back(); }
    [[nodiscard]] T& operator[](std::size_t i) { return own(items_[i]); }
    [[nodiscard]] T& front() { return own(items_.front()); }
    [[nodiscard]] T& back() { return own(items_.back()); }

    void push_back(T value) { items_.push_back(std::make_shared<T>(std::move(value))); }
    T& emplace_back() {
        items_.push_back(std::make_shared<T>());
        return *items_.back();
    }
    void swap(std::size_t a, std::size_t b) { std::swap(items_[a], items_[b]); }
    void clear() { items_.clear(); }
    const_iterator erase(const_iterator at) {
        const auto n = at - begin();
        items_.erase(items_.begin() + n);
        return begin() + n;
    }
    /// Whether both lists hold the very same element there.
    [[nodiscard]] bool shares(const SharedList& other, std::size_t i) const {
        return i < items_.size() && i < other.items_.size() && items_[i] == other.items_[i];
    }

    friend bool operator==(const SharedList& a, const SharedList& b) {
        if (a.items_.size() != b.items_.size()) return false;
        for (std::size_t i = 0; i < a.items_.size(); ++i)
            if (a.items_[i] != b.items_[i] && !(*a.items_[i] == *b.items_[i])) return false;
        return true;
    }
    friend bool operator!=(const SharedList& a, const SharedList& b) { return !(a == b); }

private:
    static T& own(std::shared_ptr<T>& item) {
        if (item.use_count() > 1)
            item = std::make_shared<T>(*item);
        else
            std::atomic_thread_fence(std::memory_order_acquire); // a copy in another thread has just gone
        return *item;
    }
    std::vector<std::shared_ptr<T>> items_;
};

} // namespace zg
